import {
  boxHeight,
  boxUnion,
  boxWidth,
  distance,
  IDENTITY,
  inOrder,
  movePath,
  pathBox,
  shift,
  stretch,
  turn,
  type Affine,
  type Box,
  type Path,
} from '../../geometry';
import { snapMm, SAME_SHARE } from '../../units';
import { lineOf, type Line } from '../clean/line';
import type { ScaleTarget, ShapeStep } from '../steps';
import { featuresOf, type Feature } from './features';
import { scalePath } from './scale';

export interface Shaped {
  readonly lines: readonly Line[];
  /** Where a place of the drawing before its shaping now is; held sizes apart. */
  readonly moved: Affine;
}

/** Factors nearer than this give the same drawing, to the nanometre over 5 m. */
const SAME_FACTOR = SAME_SHARE / 10;

/**
 * Does the steps of size and position one after another. Features named in `held` keep their size through every
 * `scale`; a `true-size` is the size of the drawing itself and changes all. After each step the lower left corner is
 * (0, 0) again.
 */
export function shapeLines(given: readonly Line[], steps: readonly ShapeStep[], held: readonly string[]): Shaped {
  let paths = given.map(({ path }) => path);
  const features = held.length === 0 ? [] : featuresOf(given).filter(({ id }) => held.includes(id));
  const heldIn = given.map(({ id }) => features.filter(({ line }) => line === id));
  let all: Affine = IDENTITY;
  const apply = (next: readonly Path[], by: Affine): void => {
    const box = boxOf(next);
    const home = shift(-box.minX, -box.minY);
    paths = next.map((path) => movePath(path, home));
    all = inOrder(all, by, home);
  };
  if (given.length > 0) apply(paths, IDENTITY);
  for (const step of given.length > 0 ? steps : []) {
    if (step.kind === 'scale') {
      const factor = factorFor(step.to, paths, heldIn);
      apply(scaled(paths, factor, heldIn), stretch(factor, factor));
    } else {
      const by = moveOf(step);
      apply(
        paths.map((path) => movePath(path, by)),
        by,
      );
    }
  }
  return { lines: given.map((line, i) => lineOf(line, snapped(paths[i] ?? line.path))), moved: all };
}

const boxOf = (paths: readonly Path[]): Box => boxUnion(paths.map(pathBox));
const snapped = (path: Path): Path => {
  const snap = (p: { readonly x: number; readonly y: number }) => ({ x: snapMm(p.x), y: snapMm(p.y) });
  return {
    ...path,
    start: snap(path.start),
    segments: path.segments.map((segment) =>
      segment.kind === 'line'
        ? { ...segment, to: snap(segment.to) }
        : segment.kind === 'arc'
          ? { ...segment, to: snap(segment.to), center: snap(segment.center) }
          : { ...segment, c1: snap(segment.c1), c2: snap(segment.c2), to: snap(segment.to) },
    ),
  };
};

const scaled = (paths: readonly Path[], factor: number, heldIn: readonly (readonly Feature[])[]): Path[] =>
  paths.map((path, i) => scalePath(path, factor, heldIn[i] ?? []));

function moveOf(step: Exclude<ShapeStep, { kind: 'scale' }>): Affine {
  switch (step.kind) {
    case 'true-size': {
      const now = distance(step.from, step.to);
      const factor = now > 0 ? step.distance.mm / now : 1;
      return stretch(factor, factor);
    }
    case 'rotate':
      return turn(step.angle);
    case 'mirror':
      return step.axis === 'left-right' ? stretch(-1, 1) : stretch(1, -1);
  }
}

/** The factor that brings the drawing to its target; with held sizes at its edges that takes a few steps (secant). */
function factorFor(to: ScaleTarget, paths: readonly Path[], heldIn: readonly (readonly Feature[])[]): number {
  if (to.by === 'factor') return to.factor;
  const sizeAt = (factor: number, across: boolean): number => {
    const box = boxOf(scaled(paths, factor, heldIn));
    return across ? boxWidth(box) : boxHeight(box);
  };
  if (to.by === 'board') {
    return Math.min(
      solve((f) => sizeAt(f, true), to.width.mm),
      solve((f) => sizeAt(f, false), to.height.mm),
    );
  }
  return solve((factor) => sizeAt(factor, to.by === 'width'), to.length.mm);
}

function solve(size: (factor: number) => number, target: number): number {
  let [low, factor] = [1, target / size(1)];
  for (let n = 0; n < 12; n++) {
    const [before, now] = [size(low), size(factor)];
    if (now === before || Math.abs(factor - low) < SAME_FACTOR) break;
    const next = factor + ((target - now) * (factor - low)) / (now - before);
    [low, factor] = [factor, next > 0 ? next : factor / 2];
  }
  return factor;
}
