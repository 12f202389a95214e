// The clock on the wall of a place, and the instant that it shows.

const parts = (seconds: number, timeZone: string): string =>
  new Intl.DateTimeFormat("sv-SE", { timeZone, year: "numeric", month: "2-digit", day: "2-digit", hour: "2-digit", minute: "2-digit" }).format(new Date(seconds * 1000));

/** "2026-12-01T06:30" at a place. */
export const wallOf = (seconds: number, timeZone: string): string => parts(seconds, timeZone).replace(" ", "T");

/** Seconds since 1970 of what the clock of a place shows; NaN for what is no time. */
export function secondsOf(wall: string, timeZone: string): number {
  const due = Date.parse(`${wall}Z`) / 1000;
  let at = due;
  // The zone's own offset at that hour: found in two steps, across a change of the clock too.
  for (let i = 0; i < 2 && Number.isFinite(at); i++) at += due - Date.parse(`${wallOf(at, timeZone)}Z`) / 1000;
  return at;
}
