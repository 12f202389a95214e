// Positions as a chart's edge has them: degrees and minutes, and which way.

/** Decimals of the minutes only where there are any. */
export function inMinutes(deg: number, plus: string, minus: string, digits = 1): string {
  const per = 10 ** digits;
  const all = Math.round(Math.abs(deg) * 60 * per) / per;
  const rest = Math.round((all % 60) * per) / per;
  const words = rest % 1 === 0 ? String(rest).padStart(2, "0") : rest.toFixed(digits).padStart(digits + 3, "0");
  return `${Math.floor(all / 60)}° ${words}′ ${deg < 0 ? minus : plus}`;
}

/** To about two metres. */
export const placeText = (latitude: number, longitude: number): string =>
  `${inMinutes(latitude, "N", "S", 3)}, ${inMinutes(longitude, "E", "W", 3)}`;
