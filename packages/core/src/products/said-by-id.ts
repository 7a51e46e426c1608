/** What is said of lines by their ids. */
type Said<T> = Readonly<Record<string, T>>;
interface Named {
  readonly id: string;
}

/** What was said of lines that got new ids: each before stands where it stands after. */
export function saidRenamed<T>(said: Said<T>, before: readonly Named[], after: readonly Named[]): Said<T> {
  const names = new Map(before.map(({ id }, i) => [id, after[i]?.id ?? id]));
  return Object.fromEntries(Object.entries(said).map(([id, words]) => [names.get(id) ?? id, words]));
}

/** What was said of lines that are still there. */
export function saidOf<T>(said: Said<T>, lines: readonly Named[]): Said<T> {
  const known = new Set(lines.map(({ id }) => id));
  return Object.fromEntries(Object.entries(said).filter(([id]) => known.has(id)));
}
