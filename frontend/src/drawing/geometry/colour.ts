// What a colour's name looks like: the last word of it that is a colour, a dark or light word before
// it, and a back of its own where the name speaks of one. Our own tones; a name that says nothing is
// the paper's natural.
import type { CSSProperties } from "react";

const TONES: Record<string, string> = {
  white: "#f2efe6", pearl: "#ece8e0", bone: "#e6dcc4", silver: "#cdd2d4", milk: "#efece2", clear: "#dfe6e4", glass: "#dfe6e4",
  pink: "#e39aa5", rose: "#dc8d97", salmon: "#e59c86", red: "#b5402f", wine: "#7f2f3b", orange: "#dd8340", amber: "#c98a34", gold: "#c9a545",
  yellow: "#e2cf57", lemon: "#e6d866", lime: "#b7cf52", chartreuse: "#c3d24c", green: "#7d9b62", olive: "#7c7a45", weed: "#6f8454", mint: "#a9cdb1",
  blue: "#5f8ba8", navy: "#31435c", sky: "#9dbccb", purple: "#6d4f7e", violet: "#75588c", plum: "#5f3d5c", grape: "#5d4673",
  brown: "#7a5236", mud: "#6b5844", worm: "#6b4536", root: "#6e4a34", shrimp: "#c9926f", sand: "#cdb58a", eel: "#8d9a7c", rock: "#77786d", motor: "#6c6437",
  black: "#2e3133", dark: "#474b4c", smoke: "#8a8d8b", grey: "#8f9492", gray: "#8f9492", copper: "#a8683f", natural: "#b9b08f",
};
const NATURAL = "#c6b59a";

/** Fill of the body, and of its back where the name tells of one. */
export function toneOf(name: string): { body: string; back: string | null } {
  const words = name.toLowerCase().split(/[^a-z]+/).filter((word) => word in TONES);
  if (words.length === 0) return { body: NATURAL, back: /\bback\b/i.test(name) ? TONES.dark! : null };
  if (/\bback\b/i.test(name)) return { body: words[1] ? TONES[words[1]]! : NATURAL, back: TONES[words[0]!]! };
  return { body: TONES[words[words.length - 1]!]!, back: null };
}

/** For what is drawn with the plastic's own colour; without a name it stays the sheet's. */
export const toneStyle = (name: string): CSSProperties => (name ? ({ "--soft": toneOf(name).body } as CSSProperties) : {});
