import { orderOfCuts, supportAlong, type SawLine } from '@rapid-jig/core';
import { median, medianMs, printRow } from './measure';
import { randomFrom } from './random';

const CUTS = 500;
const ROUND = 16;

const opening = (id: string, x: number, y: number, radius: number): SawLine => {
  const points = Array.from({ length: ROUND }, (_none, i) => ({
    x: x + radius * Math.cos((2 * Math.PI * i) / ROUND),
    y: y + radius * Math.sin((2 * Math.PI * i) / ROUND),
  }));
  return { id, kind: 'inside', group: 0, points, closed: true, kerfMm: 1, entry: { x, y } };
};

/** The order of very many openings and what holds them; the way against that of a search fifty times as long. */
export async function benchSawing(): Promise<void> {
  const random = randomFrom(14);
  const scattered = Array.from({ length: CUTS }, (_none, i) => opening(String(i), 1200 * random(), 900 * random(), 4));
  const fretwork = Array.from({ length: CUTS }, (_none, i) =>
    opening(String(i), 11 * (i % 25), 11 * Math.floor(i / 25), 4),
  );
  for (const [name, lines] of [
    ['openings far apart', scattered],
    ['fretwork with walls of 2 mm', fretwork],
  ] as const) {
    const work = { lines, holes: [], heldAt: new Map() };
    const order = orderOfCuts(work);
    const [orderMs, supportMs] = [
      await medianMs(() => orderOfCuts(work), 5),
      await medianMs(() => supportAlong(order.ids, work), 3),
    ];
    printRow(`order of ${String(CUTS)} ${name}`, `${orderMs.toFixed(0)} ms`);
    printRow(`what holds ${String(CUTS)} ${name}`, `${supportMs.toFixed(0)} ms`);
  }
  const ratios = Array.from({ length: 5 }, (_none, run) => {
    const seeded = randomFrom(run + 1);
    const lines = Array.from({ length: CUTS }, (_one, i) => opening(String(i), 1200 * seeded(), 900 * seeded(), 2));
    const work = { lines, holes: [], heldAt: new Map() };
    return orderOfCuts(work).travelMm / orderOfCuts(work, 50).travelMm;
  });
  printRow('way through 500 openings, of that of a search 50 times as long', median(ratios).toFixed(3));
}
