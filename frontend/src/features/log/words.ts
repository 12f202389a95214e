// Events in words.
import type { LogEvent } from "../../api/types";

export const KIND_WORDS: Record<LogEvent["kind"], string> = {
  began: "began", ended: "ended", fish: "fish", bite: "bite", lost: "lost rig", held: "held", swept: "swept",
  changed: "changed head", drop: "timed drop",
};

/** What happened, to name what belongs to it: "fish European seabass, 06:12". */
export const eventWords = (e: LogEvent, clock: string): string => `${KIND_WORDS[e.kind]}${e.fish ? ` ${e.fish.replaceAll("-", " ")}` : ""}, ${clock}`;

/** By this device's clock. */
export const at = (e: LogEvent): string =>
  new Date(e.at_utc_s * 1000).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
