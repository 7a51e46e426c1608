/** Prints a span of minutes as people say it: `40 s`, `7 min`, `1 h 25 min`. Whole seconds below one minute. */
export function formatMinutes(minutes: number): string {
  if (minutes < 1) return `${String(Math.round(minutes * 60))} s`;
  const whole = Math.round(minutes);
  if (whole < 60) return `${String(whole)} min`;
  const rest = whole % 60;
  return rest === 0 ? `${String(whole / 60)} h` : `${String(Math.floor(whole / 60))} h ${String(rest)} min`;
}
