import type { PassSawn, PlannedStack, SpoiledLayer } from '@rapid-jig/core';

/** Plain boxes in targets for a dusty finger; a wall may hold hundreds. */
export const TICKS = {
  display: 'flex',
  flexWrap: 'wrap',
  my: 0.5,
  '& label': { width: 44, height: 44, display: 'grid', placeItems: 'center', cursor: 'pointer' },
  '& input': { width: 30, height: 30, m: 0, accentColor: 'var(--rj-palette-primary-main)', cursor: 'pointer' },
} as const;

/** What the boxes of a stack's passes show, and what a tick tells. */
export interface MarksProps {
  readonly stack: PlannedStack;
  readonly sawn: ReadonlyMap<number, readonly PassSawn[]>;
  /** How many passes there are, sawn or not. */
  readonly all: number;
  readonly spoiled: readonly SpoiledLayer[];
  readonly onMarked: () => void;
}

/** The numbers of the passes sawn and, to make up `all`, the lowest that no pass has; in order. */
export function passNumbers(sawn: ReadonlyMap<number, unknown>, all: number): number[] {
  const numbers = [...sawn.keys()];
  for (let pass = 1; numbers.length < all; pass++) if (!sawn.has(pass)) numbers.push(pass);
  return numbers.sort((a, b) => a - b);
}
