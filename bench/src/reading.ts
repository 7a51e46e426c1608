import ClipperLib from 'clipper-lib';
import {
  flatten,
  followSteps,
  noSteps,
  offsetRings,
  readDrawing,
  shapesOf,
  thinnestBridge,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  understandPart,
  bitForLayer,
  bladePreferences,
  type UnderstandingOf,
  type Drawing,
  type Point,
} from '@rapid-jig/core';
import { medianMs, printRow } from './measure';
import { randomFrom } from './random';

/** One plate with `cuts` wavy inside cuts of `points` short lines each, of sizes that differ. */
export function fretwork(cuts: number, points: number): string {
  const random = randomFrom(cuts * 1000 + points);
  const across = Math.ceil(Math.sqrt(cuts));
  const [pitch, edge] = [30, 6];
  const side = across * pitch + 2 * edge;
  const loop = (n: number): string => {
    const [cx, cy] = [edge + ((n % across) + 0.5) * pitch, edge + (Math.floor(n / across) + 0.5) * pitch];
    const [radius, waves] = [8 + 4.5 * random(), 3 + Math.floor(7 * random())];
    const at = (i: number): string => {
      const angle = (i / points) * 2 * Math.PI;
      const r = radius * (1 + 0.08 * Math.sin(waves * angle));
      return `${(cx + r * Math.cos(angle)).toFixed(3)} ${(cy + r * Math.sin(angle)).toFixed(3)}`;
    };
    return `<path d="M${Array.from({ length: points }, (_, i) => at(i)).join('L')}Z"/>`;
  };
  const body = Array.from({ length: cuts }, (_, n) => loop(n)).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${String(side)}mm" viewBox="0 0 ${String(side)} ${String(side)}"><rect width="${String(side)}" height="${String(side)}"/>${body}</svg>`;
}

/** A drawing in mm as a template takes it. */
export function drawn(text: string): Drawing {
  const raw = readDrawing(text);
  if (!raw.ok) throw new Error(raw.error.message);
  const drawing = followSteps(raw.value, noSteps(1));
  if (!drawing.ok) throw new Error(drawing.error.message);
  return drawing.value;
}

const PREFERENCES = bladePreferences(TYPICAL_SHOP);

/** One layer of a quarter of an inch of hard wood, sawn with the typical blades. */
export const CONTEXT: UnderstandingOf = {
  thicknessMm: 6.35,
  hardnessN: 5600,
  secondFor: () => false,
  bitFor: (_cut, measure, openingMm) =>
    bitForLayer({ measure, openingMm, hardnessN: 5600, heightMm: 6.35, wants: [] }, PREFERENCES, TYPICAL_BLADES),
  fitTolerance: 0.25,
};

export async function benchReading(): Promise<void> {
  for (const [cuts, points] of [
    [50, 200],
    [500, 200],
  ] as const) {
    const text = fretwork(cuts, points);
    const name = `a fretwork of ${String(cuts * points)} points, ${String(cuts)} inside cuts`;
    const all = await medianMs(() => shapesOf(drawn(text)).map((shape) => understandPart(shape, CONTEXT)), 5);
    const reading = await medianMs(() => drawn(text), 5);
    printRow(`${name}: read, joined, nested`, `${reading.toFixed(0)} ms`);
    printRow(`the same, and measured`, `${all.toFixed(0)} ms`);
  }
  await benchBridge();
  await benchOffset();
}

const ringsOf = (text: string): Point[][] => drawn(text).lines.map(({ path }) => flatten(path));

/** The thinnest bridge over the index against every point with every piece of line. */
async function benchBridge(): Promise<void> {
  const rings = ringsOf(fretwork(50, 200));
  const ours = await medianMs(() => thinnestBridge(rings), 5);
  const plain = await medianMs(() => plainThinnest(rings), 1);
  printRow('thinnest bridge of 10000 points: ours', `${ours.toFixed(0)} ms`);
  printRow(
    'the plain method, each point with each piece of another line',
    `${plain.toFixed(0)} ms (x${(plain / ours).toFixed(0)})`,
  );
}

function plainThinnest(rings: readonly (readonly Point[])[]): number {
  let best = Infinity;
  rings.forEach((ring, i) => {
    for (const p of ring) {
      rings.forEach((other, j) => {
        if (i === j) return;
        other.forEach((a, k) => {
          const b = other[(k + 1) % other.length] ?? a;
          const [dx, dy] = [b.x - a.x, b.y - a.y];
          const t = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy)));
          best = Math.min(best, Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy));
        });
      });
    }
  });
  return best;
}

const SCALE = 10_000;

/** Offsets by half a millimetre against a second general-purpose library. */
async function benchOffset(): Promise<void> {
  const rings = ringsOf(fretwork(50, 200));
  const ours = await medianMs(() => offsetRings(rings, 0.5), 3);
  const other = await medianMs(() => {
    const offset = new ClipperLib.ClipperOffset(2, 0.005 * SCALE);
    const paths = rings.map((ring) => ring.map(({ x, y }) => ({ X: Math.round(x * SCALE), Y: Math.round(y * SCALE) })));
    offset.AddPaths(paths, ClipperLib.JoinType.jtRound, ClipperLib.EndType.etClosedPolygon);
    offset.Execute([], 0.5 * SCALE);
  }, 3);
  printRow('offset of 10000 points by 0.5 mm: ours (clipper2-ts)', `${ours.toFixed(0)} ms`);
  printRow('the same by clipper-lib', `${other.toFixed(0)} ms (x${(other / ours).toFixed(1)})`);
}
