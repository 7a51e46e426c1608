/** What searches draw on: numbers in [0, 1) that repeat with their seed, and steps that run out; a step takes some 15 µs. */
export interface Search {
  readonly random: () => number;
  /** Takes `steps` off what is left; false when none are left or the host wants it to end. */
  spend(steps: number): boolean;
}

/** A search of so many steps whose numbers repeat with the seed (mulberry32). */
export function seededSearch(seed: number, steps: number): Search {
  let [state, left] = [seed >>> 0, steps];
  const random = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return { random, spend: (taken) => (left -= taken) > 0 };
}

/** The same search, of which only so many steps are taken. */
export function limited(search: Search, steps: number): Search {
  let left = steps;
  const spend = (taken: number): boolean => {
    left -= taken;
    return left > 0 && search.spend(taken);
  };
  return { ...search, spend };
}
