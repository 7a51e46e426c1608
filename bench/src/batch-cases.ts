import type { LaidPiece } from '@rapid-jig/core';
import { randomFrom } from './random';

/** Blanks of one size. Lengths in 1/16 in, grain along `length`. */
export interface Batch {
  readonly length: number;
  readonly width: number;
  readonly count: number;
}

/** Strip 24 in wide and sheet 30 in long, kerf 1/8 in, in 1/16 in. */
export const BATCH_WIDTH = 384;
export const BATCH_SHEET_LENGTH = 480;
export const BATCH_KERF = 2;

const between = (random: () => number, low: number, high: number): number =>
  low + Math.floor(random() * (high - low + 1));

/** 2 to 7 sizes, sides of 1 to 11 in, 3 to 24 copies of each. */
export function batchCase(seed: number): Batch[] {
  const random = randomFrom(seed);
  return Array.from({ length: between(random, 2, 7) }, () => ({
    length: between(random, 16, 176),
    width: between(random, 16, 176),
    count: between(random, 3, 24),
  }));
}

export const piecesOfBatches = (batches: readonly Batch[]): LaidPiece[] =>
  batches.flatMap(({ length, width, count }) =>
    Array.from({ length: count }, () => ({ length, width, turnable: false })),
  );
