/** So many passes, each with so many layers. */
export interface PassSize {
  readonly layers: number;
  readonly passes: number;
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
