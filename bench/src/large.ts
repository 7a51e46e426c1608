import { likeParts, shapesOf, understandPart, type KnownWays } from '@rapid-jig/core';
import { printRow } from './measure';
import { randomFrom } from './random';
import { CONTEXT, drawn } from './reading';

const many = (count: number, body: (n: number) => string): string =>
  Array.from({ length: count }, (_, n) => body(n)).join('');
const grid = (n: number, across: number, pitch: number): [number, number] => [
  (n % across) * pitch,
  Math.floor(n / across) * pitch,
];
const circle = (x: number, y: number, r: number): string =>
  `<circle cx="${x.toFixed(3)}" cy="${y.toFixed(3)}" r="${r.toFixed(3)}"/>`;

/** Three to nine corners at random round a place. */
function polygons(count: number): string {
  const random = randomFrom(count);
  return many(count, (n) => {
    const [x, y] = grid(n, 71, 12);
    const corners = 3 + (n % 7);
    const at = Array.from({ length: corners }, (_, i) => {
      const [turn, r] = [(i / corners) * 2 * Math.PI, 2 + 3.5 * random()];
      return `${(x + r * Math.cos(turn)).toFixed(3)} ${(y + r * Math.sin(turn)).toFixed(3)}`;
    });
    return `<path d="M${at.join('L')}Z"/>`;
  });
}

const wave = (points: number, letter: string): string => {
  const at = (i: number): string => {
    const [turn, r] = [(i / points) * 2 * Math.PI, 400 + 20 * Math.sin((i / points) * 120 * Math.PI)];
    return `${(500 + r * Math.cos(turn)).toFixed(3)} ${(500 + r * Math.sin(turn)).toFixed(3)}`;
  };
  return `<path d="M${Array.from({ length: points }, (_, i) => at(i)).join(letter)}Z"/>`;
};

const CASES: readonly (readonly [name: string, body: () => string])[] = [
  ['5,000 equal parts', () => many(5000, (n) => `<path d="M${grid(n, 71, 14).join(' ')}h12v6h-6v6h-6z"/>`)],
  ['5,000 parts, no two alike', () => polygons(5000)],
  ['30,000 circles', () => many(30_000, (n) => circle(...grid(n, 174, 5), 2))],
  ['1,500 circles in each other', () => many(1500, (n) => circle(400, 400, 390 - n * 0.25))],
  [
    '100 parts with openings a kerf wide',
    () => many(100, (n) => [20, 16, 15.2, 9, 8.2].map((r) => circle(...grid(n, 10, 45), r)).join('')),
  ],
  [
    'a scribble of 3,000 points that crosses itself',
    () =>
      `<path d="M${Array.from({ length: 3000 }, (_, i) => `${String((i * 7919) % 290)} ${String((i * 104_729) % 287)}`).join('L')}Z"/>`,
  ],
  [
    'a comb of 20,000 teeth',
    () =>
      `<path d="M0 0${many(20_000, (i) => `L${(i * 0.012).toFixed(3)} 20L${(i * 0.012 + 0.006).toFixed(3)} 1`)}L240 0Z"/>`,
  ],
  ['200,000 points, each with its letter', () => wave(200_000, 'L')],
  ['the same without letters', () => wave(200_000, ' ')],
];

/** Drawings larger than any saw needs: read, joined, understood, and held against each other for likeness; once each. */
export function benchLarge(): void {
  for (const [name, body] of CASES) {
    const text = `<svg xmlns="http://www.w3.org/2000/svg" width="1000mm" viewBox="0 0 1000 1000">${body()}</svg>`;
    const from = performance.now();
    const drawing = drawn(text);
    const read = performance.now();
    const shapes = shapesOf(drawing);
    const known: KnownWays = new Map();
    for (const shape of shapes) understandPart(shape, CONTEXT, known);
    const understood = performance.now();
    likeParts(shapes, CONTEXT.fitTolerance);
    const all = performance.now();
    const seconds = (ms: number): string => (ms / 1000).toFixed(1);
    printRow(
      name,
      `${seconds(all - from)} s (${seconds(read - from)} + ${seconds(understood - read)} + ${seconds(all - understood)})`,
    );
  }
}
