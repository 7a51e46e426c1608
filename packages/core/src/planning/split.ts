/** So many passes, each with so many layers. */
export interface PassSize {
  readonly layers: number;
  readonly passes: number;
}

/**
 * Splits layers into stacks of at most `most`: as few passes as can be, then as even as can be, larger stacks first.
 * 10 with at most 4 is 4 + 3 + 3. The even split of the fewest passes is unique, so no search is needed.
 */
export function splitEvenly(layers: number, most: number): PassSize[] {
  requireCount(layers, 0, 'layers');
  requireCount(most, 1, 'most');
  if (layers === 0) return [];
  const passes = Math.ceil(layers / most);
  const low = Math.floor(layers / passes);
  const high = layers - low * passes;
  return [
    { layers: low + 1, passes: high },
    { layers: low, passes: passes - high },
  ].filter((size) => size.passes > 0);
}

/** Splits layers into passes of exactly `pinned`; the last may leave some over. */
export function splitPinned(layers: number, pinned: number): PassSize[] {
  requireCount(layers, 0, 'layers');
  requireCount(pinned, 1, 'pinned');
  return layers === 0 ? [] : [{ layers: pinned, passes: Math.ceil(layers / pinned) }];
}

function requireCount(value: number, least: number, name: string): void {
  if (!Number.isSafeInteger(value) || value < least) {
    throw new RangeError(`${name} must be a whole number of at least ${String(least)}, got ${String(value)}`);
  }
}
