// How many times the stream that was taken along a question's current is: what was typed of it, or
// read from heads that held or were swept, as the server reads it.
import type { AlongDay } from "../../api/types";

export interface Said {
  typed: number | null;
  step: number;
  swept: number | null;
  held: number | null;
}

/** What was asked does not lie in what was taken along. */
export class NotAlong extends Error {
  readonly field: string;

  constructor(field: string, message: string) {
    super(message);
    this.field = field;
  }
}

function read(swept: number | null, held: number | null, expected: number, beyond: number): number {
  const low = swept ?? 0;
  const high = held ?? Infinity;
  if (low >= high) throw new NotAlong("held_m_s", "A head that bears less was swept than one that held: forget one of the two.");
  if (low <= expected && expected <= high) return expected;
  if (swept !== null && held !== null) return 0.5 * (low + high);
  return held === null ? low * (1 + beyond) : high * (1 - beyond);
}

export function factorOf(leaf: AlongDay, said: Said): number {
  if (said.typed === null && said.swept === null && said.held === null) return 1;
  const stream = leaf.board.stream_m_s;
  const here = Math.abs(stream[said.step] ?? 0);
  const peak = Math.max(...stream.map((v) => Math.abs(v ?? 0)));
  const expected = said.typed ?? here;
  const now = said.swept === null && said.held === null ? expected : read(said.swept, said.held, expected, leaf.reading.beyond);
  const { scale_from, scale_to } = leaf.reading;
  if (here <= 0 || here < scale_from * peak || now * peak > scale_to * here) {
    throw new NotAlong("typed_speed_m_s", "So near to slack a current tells nothing of the other hours: type it when it runs.");
  }
  const [low, high] = [leaf.factors[0]!, leaf.factors[leaf.factors.length - 1]!];
  const found = now / here;
  // What is typed was rounded for the screen.
  if (found < low - 0.005 || found > high + 0.005) {
    throw new NotAlong("typed_speed_m_s", `Streams of ${low} to ${high} times the predicted one were taken along; this is ${found.toFixed(1)} times it.`);
  }
  return Math.min(high, Math.max(low, found));
}
