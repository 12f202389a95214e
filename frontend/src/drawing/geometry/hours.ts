// Where the hours stand on a rail whose steps need not be ten minutes: the day that the clock is
// changed on has 23 or 25 hours.

export function hourMarks(clock: readonly string[], stepS: number): { step: number; hour: number }[] {
  const out: { step: number; hour: number }[] = [];
  let before = Infinity;
  clock.forEach((said, i) => {
    const [hour, minutes] = said.slice(0, 5).split(":").map(Number) as [number, number];
    // The minutes began again since the last step: so did an hour, that long ago.
    if (minutes < before) out.push({ step: Math.max(0, i - (minutes * 60) / stepS), hour });
    before = minutes;
  });
  return out;
}
