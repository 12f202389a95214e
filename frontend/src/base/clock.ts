/** The clock of an end: midnight is the end of this day, not the start of it. */
export const until = (clock: string): string => (clock === "00:00" ? "24:00" : clock);
