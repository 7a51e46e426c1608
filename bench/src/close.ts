import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  AS_DRAWN,
  followSteps,
  GANG_GAP,
  layClose,
  noSteps,
  partsFromDrawing,
  pathBox,
  readDrawing,
  seededSearch,
  signedArea,
  boxUnion,
  type LaidClose,
  type Part,
} from '@rapid-jig/core';
import { printRow } from './measure';

const ICONS = dirname(createRequire(import.meta.url).resolve('@tabler/icons/filled/butterfly.svg'));
const DEMO = join(import.meta.dirname, '../../packages/server/demo');
const STEPS = 250_000;
const FILLS_LITTLE = 0.7;

/** Parts of a drawing that fill less than 70 % of their rectangle, in any grain. */
function hollowParts(file: string, mmPerUnit: number | null): Part[] {
  const raw = readDrawing(readFileSync(file, 'utf8'));
  if (!raw.ok) throw new Error(`${file}: ${raw.error.message}`);
  const drawing = followSteps(raw.value, noSteps(mmPerUnit ?? raw.value.mmPerUnit ?? 1));
  if (!drawing.ok) throw new Error(`${file}: ${drawing.error.message}`);
  let made = 0;
  const parts = partsFromDrawing(drawing.value, {
    drawing: file,
    woodId: 'birch-plywood',
    thickness: { mm: 6.35, typed: '1/4' },
    together: false,
    newId: () => `${file} ${String(++made)}`,
  });
  return parts.map((part) => ({ ...part, ...AS_DRAWN, grain: 'any' as const })).filter(fillsLittle);
}

const sizeOf = ({ outline: { path } }: Part): { readonly width: number; readonly height: number } => {
  const { minX, maxX, minY, maxY } = pathBox(path);
  return { width: maxX - minX, height: maxY - minY };
};

function fillsLittle(part: Part): boolean {
  const { width, height } = sizeOf(part);
  return Math.abs(signedArea(part.outline.path)) < FILLS_LITTLE * width * height;
}

/** Twenty icons that fill little, scaled so that their longer sides lie between 40 and 120 mm. */
function icons(first: number): Part[] {
  const names = readdirSync(ICONS).filter((name) => name.endsWith('.svg') && !name.startsWith('brand-'));
  const parts: Part[] = [];
  for (let i = first; parts.length < 20 && i < names.length; i += 7) {
    const file = join(ICONS, names[i] ?? '');
    const [one] = hollowParts(file, 1);
    if (!one) continue;
    const { width, height } = sizeOf(one);
    const [scaled] = hollowParts(file, (40 + ((parts.length * 37) % 81)) / Math.max(width, height));
    if (scaled) parts.push(scaled);
  }
  return parts;
}

/** Wood left round a part to hold it by, mm: a quarter of an inch. */
const MARGIN = 6.35;

/** The one blank of a gang against a blank for each of its parts, margins and all. */
function ownBlanks(parts: readonly Part[], close: LaidClose | null): number {
  if (!close) return 1;
  const faceOf = (width: number, height: number): number => (width + 2 * MARGIN) * (height + 2 * MARGIN);
  const own = parts.reduce((sum, part) => sum + faceOf(sizeOf(part).width, sizeOf(part).height), 0);
  const box = boxUnion(close.parts.map(({ outline }) => pathBox(outline.path)));
  return faceOf(box.maxX - box.minX, box.maxY - box.minY) / own;
}

/** Gangs laid close together by their true shape, against the rectangles round their parts. */
export function benchClose(): void {
  const demo = readdirSync(DEMO).filter((name) => name.endsWith('.svg'));
  const gangs: readonly (readonly [string, readonly Part[]])[] = [
    ['the demo’s parts', demo.flatMap((name) => hollowParts(join(DEMO, name), null))],
    ...[0, 1, 2, 3, 4].map((first) => [`20 icons, choice ${String(first + 1)}`, icons(first)] as const),
  ];
  const shares = gangs.map(([name, parts]) => {
    const start = performance.now();
    const close = layClose(parts, 'blank', seededSearch(0, STEPS));
    const took = performance.now() - start;
    const share = close ? close.areaMm2 / close.apartMm2 : 1;
    const less = `${(100 * (1 - share)).toFixed(1)} % less; than blanks of their own ${(100 * (1 - ownBlanks(parts, close))).toFixed(1)} %`;
    printRow(
      `${name} (${String(parts.length)}) laid close, ${String(GANG_GAP)} mm between`,
      `${less}, ${took.toFixed(0)} ms`,
    );
    return share;
  });
  const sorted = [...shares].sort((a, b) => a - b);
  const median = ((sorted[sorted.length / 2 - 1] ?? 1) + (sorted[sorted.length / 2] ?? 1)) / 2;
  printRow('less area than their rectangles, median', `${(100 * (1 - median)).toFixed(1)} %`);
}
