import { randomFrom } from './random';

/**
 * Cases for laying rectangles on a sheet with no waste possible: a 96 x 48 in sheet is cut again and again, edge to edge,
 * at a point between 15 % and 85 % of its side, on a 1/16 in grid, no side under 1 in. Lengths are in 1/16 in; the grain
 * runs along `length`.
 */
export const SHEET_LENGTH = 1536;
export const SHEET_WIDTH = 768;
const SMALLEST_SIDE = 16;

export interface Sized {
  readonly length: number;
  readonly width: number;
}

/** Cuts the sheet into `count` pieces; returns them shuffled. */
export function zeroWasteCase(count: number, seed: number): Sized[] {
  const random = randomFrom(seed);
  const pieces: Sized[] = [{ length: SHEET_LENGTH, width: SHEET_WIDTH }];
  for (let guard = 0; pieces.length < count && guard < 100_000; guard++) {
    const i = pickByArea(pieces, random);
    const { length, width } = pieces[i] ?? { length: 0, width: 0 };
    const across = length >= width === random() < 0.7;
    const side = across ? length : width;
    const at = Math.round(side * (0.15 + 0.7 * random()));
    if (at < SMALLEST_SIDE || side - at < SMALLEST_SIDE) continue;
    const halves = across
      ? [
          { length: at, width },
          { length: length - at, width },
        ]
      : [
          { length, width: at },
          { length, width: width - at },
        ];
    pieces.splice(i, 1, ...halves);
  }
  return shuffle(pieces, random);
}

/** The standard set: 8 cases each of 25 and 50 pieces, 7 each of 100 and 200; `shift` gives others. */
export const zeroWasteCases = (shift = 0): { count: number; seed: number; pieces: Sized[] }[] =>
  (
    [
      [25, 8],
      [50, 8],
      [100, 7],
      [200, 7],
    ] as const
  ).flatMap(([count, cases]) =>
    Array.from({ length: cases }, (_none, i) => {
      const seed = count * 1000 + i + shift;
      return { count, seed, pieces: zeroWasteCase(count, seed) };
    }),
  );

function pickByArea(pieces: readonly Sized[], random: () => number): number {
  const total = pieces.reduce((sum, { length, width }) => sum + length * width, 0);
  let left = random() * total;
  for (const [i, { length, width }] of pieces.entries()) {
    left -= length * width;
    if (left <= 0) return i;
  }
  return pieces.length - 1;
}

function shuffle<T>(items: T[], random: () => number): T[] {
  for (let i = items.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    const [a, b] = [items[i], items[j]];
    if (a !== undefined && b !== undefined) [items[i], items[j]] = [b, a];
  }
  return items;
}
