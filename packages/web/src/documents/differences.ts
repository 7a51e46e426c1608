/** The fields in which two versions of a document differ, by name. */
export function fieldDifferences<T extends object>(mine: T, theirs: T): string[] {
  return Object.entries(mine)
    .filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(theirs[key as keyof T]))
    .map(([key]) => key);
}
