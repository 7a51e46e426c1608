/** One thing that may be put on a bar, up to so many times. */
export interface Fillable {
  readonly length: number;
  readonly value: number;
  readonly most: number;
}

/** How many of each are on the bar. */
export type Filling = readonly number[];

/**
 * Ways to fill a bar whose value is above `least`, in the order found (depth first, densest first; a branch is left where
 * even a bar filled with the densest of what is to come would not do). With `onlyBetter` each found way raises the mark,
 * so that the last is the best of all. Null where there are more than `limit`.
 */
export function waysToFill(
  things: readonly Fillable[],
  room: number,
  least: number,
  { onlyBetter, limit }: { readonly onlyBetter: boolean; readonly limit: number },
): Filling[] | null {
  const order = things
    .map((thing, place) => ({ ...thing, place }))
    .filter(({ value, length, most }) => most > 0 && length <= room && (value > 0 || !onlyBetter))
    .sort((a, b) => b.value / b.length - a.value / a.length);
  const counts = things.map(() => 0);
  const found: Filling[] = [];
  let mark = least;
  const visit = (depth: number, left: number, value: number): boolean => {
    const next = order[depth];
    if (!next || value + Math.max(0, (left * next.value) / next.length) <= mark) {
      if (value <= mark) return true;
      found.push([...counts]);
      if (onlyBetter) mark = value;
      return found.length <= limit;
    }
    for (let n = Math.min(next.most, Math.floor(left / next.length)); n >= 0; n--) {
      counts[next.place] = n;
      if (!visit(depth + 1, left - n * next.length, value + n * next.value)) return false;
    }
    counts[next.place] = 0;
    return true;
  };
  return visit(0, room, 0) ? found : null;
}
