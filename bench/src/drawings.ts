import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  followSteps,
  measureCut,
  noSteps,
  pathLength,
  readDrawing,
  shapesOf,
  signedArea,
  writeDxf,
  writeSvg,
  type Drawing,
  type Path,
} from '@rapid-jig/core';
import { CURVE_FAMILIES, type CurveFamily } from './curve-families';
import { DRAWING_FAMILIES, type StrangeFile } from './drawing-families';
import { median, printRow } from './measure';
import { randomFrom } from './random';

const FILES_A_FAMILY = 30;
const SHAPES_A_FAMILY = 200;
const ICONS = 600;
const MUTANTS = 2000;
/** Of the area of a part; its curves are written to three decimals. */
const SAME_AREA = 0.002;

/** Files of strangers: what is read right, told or silently wrong; what comes back of what goes out; curves and corners. */
export function benchDrawings(): void {
  for (const { name, make } of DRAWING_FAMILIES) {
    const verdicts = Array.from({ length: FILES_A_FAMILY }, (_, i) => verdictOn(make(7919 * (i + 1))));
    const count = (of: Verdict): string => String(verdicts.filter((verdict) => verdict === of).length);
    printRow(`${name}: right, told, silent`, `${count('right')}, ${count('told')}, ${count('silent')}`);
  }
  benchMutants();
  benchRoundTrip();
  CURVE_FAMILIES.forEach(benchCurves);
}

type Verdict = 'right' | 'told' | 'silent';

function drawn(text: string, mmPerUnit?: number): Drawing | null {
  const raw = readDrawing(text);
  const drawing = raw.ok ? followSteps(raw.value, noSteps(mmPerUnit ?? raw.value.mmPerUnit ?? 1)) : raw;
  return drawing.ok ? drawing.value : null;
}

function verdictOn({ text, parts, through }: StrangeFile): Verdict {
  const drawing = drawn(text);
  if (!drawing) return 'told';
  const shapes = shapesOf(drawing);
  const areas = shapes.map(
    ({ outline, inside, drilled }) =>
      Math.abs(signedArea(outline.path)) -
      inside.reduce((sum, { path }) => sum + Math.abs(signedArea(path)), 0) -
      drilled.reduce((sum, { diameterMm }) => sum + (Math.PI / 4) * diameterMm ** 2, 0),
  );
  const isRight =
    areas.length === parts.length &&
    areas.every((found, i) => Math.abs(found - (parts[i] ?? 0)) <= SAME_AREA * found) &&
    shapes.reduce((sum, shape) => sum + shape.through.length, 0) === through;
  if (isRight) return 'right';
  return drawing.faults.length > 0 || drawing.leftOut.length > 0 ? 'told' : 'silent';
}

/** Files with a stretch taken out, said twice or turned to figures that no drawing has: the slowest to be answered. */
function benchMutants(): void {
  let [slowest, read] = [0, 0];
  for (let i = 0; i < MUTANTS; i++) {
    const family = DRAWING_FAMILIES[i % DRAWING_FAMILIES.length];
    if (!family) continue;
    const started = performance.now();
    if (drawn(mutated(family.make(i).text, randomFrom(i)))) read++;
    slowest = Math.max(slowest, performance.now() - started);
  }
  printRow(`${String(MUTANTS)} mutated files: read, slowest`, `${String(read)}, ${slowest.toFixed(0)} ms`);
}

const STRANGE_FIGURES = ['1e16', '-1e308', '1e-14', '2000000000', 'NaN', '', '65535', '0'];

function mutated(text: string, random: () => number): string {
  const [at, length] = [Math.floor(random() * text.length), 1 + Math.floor(random() * 60)];
  const [before, stretch, after] = [text.slice(0, at), text.slice(at, at + length), text.slice(at + length)];
  const figure = STRANGE_FIGURES[Math.floor(random() * STRANGE_FIGURES.length)] ?? '';
  const kinds = [
    before + after,
    before + stretch + stretch + after,
    before + stretch.replace(/[\d.]+/, figure) + after,
    before,
  ];
  return kinds[Math.floor(random() * kinds.length)] ?? text;
}

function benchRoundTrip(): void {
  const icons = iconFiles();
  for (const [name, write] of [
    ['SVG', (lines: readonly Written[]) => writeSvg(lines, 'an icon')],
    ['DXF', (lines: readonly Written[]) => writeDxf(lines)],
  ] as const) {
    const same = icons.filter((file) => comesBack(readFileSync(file, 'utf8'), write)).length;
    printRow(`icons that come back as they went out, ${name}`, `${String(same)} of ${String(icons.length)}`);
  }
}

type Written = Parameters<typeof writeDxf>[0][number];

/** Filled icons, and as many drawn in single lines as are missing. */
function iconFiles(): string[] {
  const find = createRequire(import.meta.url);
  return ['filled/butterfly.svg', 'outline/anchor.svg']
    .map((one) => dirname(find.resolve(`@tabler/icons/${one}`)))
    .flatMap((folder) =>
      readdirSync(folder)
        .filter((name) => !name.startsWith('brand-'))
        .map((name) => join(folder, name)),
    )
    .slice(0, ICONS);
}

/** Icons stand in a box of 24 units; 5 mm to the unit makes them small plaques. */
const ICON_UNIT_MM = 5;
/** Lengths go out to a thousandth of a millimetre a point. */
const SAME_LENGTH = 0.2;

function comesBack(text: string, write: (lines: readonly Written[]) => string): boolean {
  const lines = (drawn(text, ICON_UNIT_MM)?.lines ?? []).flatMap(({ kind, path }) =>
    kind === 'ignore' ? [] : [{ kind, path }],
  );
  const back = drawn(write(lines))?.lines ?? [];
  const sorted = (of: readonly { readonly kind: string; readonly path: Path }[]) =>
    of
      .map(({ kind, path }) => ({ kind, length: pathLength(path) }))
      .sort((a, b) => a.kind.localeCompare(b.kind) || a.length - b.length);
  const [before, after] = [sorted(lines), sorted(back)];
  return (
    before.length === after.length &&
    before.every(({ kind, length }, i) => after[i]?.kind === kind && Math.abs(length - after[i].length) < SAME_LENGTH)
  );
}

function benchCurves({ name, within, make }: CurveFamily): void {
  const offs: number[] = [];
  let corners = 0;
  for (let i = 1; i <= SHAPES_A_FAMILY; i++) {
    const known = make(7919 * i);
    const measure = measureCut(known.path, known.path.closed ? 'outside' : 'through');
    if (measure.corners === known.corners) corners++;
    if (known.radius !== null) offs.push(Math.abs((measure.tightest?.radius ?? Infinity) / known.radius - 1));
  }
  const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
  if (offs.length > 0) {
    const good = offs.filter((off) => off <= within).length;
    printRow(`${name}: radius within ${percent(within)}`, `${String(good)} of ${String(offs.length)}`);
    printRow(`${name}: median off, worst`, `${percent(median(offs))}, ${percent(Math.max(...offs))}`);
  }
  printRow(`${name}: corners exact`, `${String(corners)} of ${String(SHAPES_A_FAMILY)}`);
}
