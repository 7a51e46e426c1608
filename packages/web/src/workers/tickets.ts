/** Lets only the newest answer of each kind of question through: earlier ones, however late they come, are null. */
export function newestOnly(): <T>(kind: string, work: () => Promise<T>) => Promise<T | null> {
  const newest = new Map<string, number>();
  return async (kind, work) => {
    const mine = (newest.get(kind) ?? 0) + 1;
    newest.set(kind, mine);
    const answer = await work();
    return newest.get(kind) === mine ? answer : null;
  };
}
