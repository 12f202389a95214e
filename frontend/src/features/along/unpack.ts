// Numbers as the server packed them (see docs/along.md): 16-bit differences along the last axis.

export const NOTHING = -32768;

const bytes = (text: string): Uint8Array => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

/** row : how many numbers stand along the last axis. */
export function whole(text: string, row: number): Int16Array {
  const raw = bytes(text);
  const view = new DataView(raw.buffer, raw.byteOffset, raw.byteLength);
  const out = new Int16Array(raw.length / 2);
  let last = 0;
  for (let i = 0; i < out.length; i++) {
    if (i % row === 0) last = 0;
    last = (last + view.getUint16(2 * i, true)) & 0xffff;
    out[i] = last;
  }
  return out;
}

export interface Figures {
  at: (i: number) => number | null;
}

const NONE: Figures = { at: () => null };

export function figures(packed: { scale: number; data: string } | null | undefined, row: number): Figures {
  if (!packed) return NONE;
  const values = whole(packed.data, row);
  return { at: (i) => (values[i] === NOTHING || values[i] === undefined ? null : values[i]! * packed.scale) };
}

/** What is told at a level of each row: how many values, then of each the first level it holds from. */
export function told(text: string): (row: number, level: number) => number {
  const [counts, changes] = text.split(".").map(bytes) as [Uint8Array, Uint8Array];
  const starts = new Uint32Array(counts.length + 1);
  counts.forEach((n, i) => { starts[i + 1] = starts[i]! + n; });
  return (row, level) => {
    let at = starts[row]!;
    while (at + 1 < starts[row + 1]! && changes[2 * (at + 1)]! <= level) at++;
    return changes[2 * at + 1]!;
  };
}
