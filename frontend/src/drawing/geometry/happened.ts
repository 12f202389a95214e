// What happened, told apart by shape: fish, bites, losses; the rest are ticks.
const SHAPES: Record<string, string> = { fish: "M-6 0L0 -6L6 0L0 6Z", bite: "M-4 -4L4 4M4 -4L-4 4", lost: "M-5 -5H5V5H-5Z" };

export const happened = (kind: string): string => SHAPES[kind] ?? "M0 -7V7";
