import { err, ok, requireAbove, type Result } from '../result';
import { snapMm } from '../units';
import {
  boxHeight,
  boxWidth,
  distance,
  flatten,
  mapPath,
  nestRings,
  ringOf,
  signedArea,
  type Box,
  type Path,
  type Ring,
} from '../geometry';
import type { LeftOut, ReadFault } from './fault';
import { noClosedShapes, tooLargeADrawing, type RawDrawing, type RawLine } from './svg/read';

/** A closed line of the drawing at its true size. */
export interface Outline {
  /** mm, y up, counter-clockwise or not as drawn; the drawing's lower left corner is the origin. */
  readonly path: Path;
  /** 0 a part, 1 an inside cut, 2 a piece that falls out, and so on. */
  readonly depth: number;
  /** Place in `outlines` of the outline it lies in, or null. */
  readonly parent: number | null;
  /** mm2, without sign. */
  readonly area: number;
  readonly where: string;
}

/** A drawing at its true size: what there is to cut, and what was left out. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly outlines: readonly Outline[];
  readonly leftOut: readonly LeftOut[];
}

/** Ends no further apart than this meet, mm: less than the thinnest kerf. */
const JOIN_TOLERANCE = 0.1;
/** An outline of less area is a speck, mm2. */
const SMALLEST_AREA = 1;
/** Nothing in a small shop is longer, mm. */
const LONGEST_SIDE = 5000;

/**
 * Brings a drawing to its size, one user unit being `mmPerUnit` mm, and nests its closed lines.
 * Open lines, specks under 1 mm2 and lines drawn twice are left out and named.
 * Errors: nothing closed; larger than 5 m.
 */
export function scaleDrawing(raw: RawDrawing, mmPerUnit: number): Result<Drawing, ReadFault> {
  requireAbove(0, mmPerUnit, 'mmPerUnit', 'mm');
  const { box } = raw;
  const [width, height] = [boxWidth(box) * mmPerUnit, boxHeight(box) * mmPerUnit];
  if (!(width <= LONGEST_SIDE && height <= LONGEST_SIDE)) return err(tooLargeADrawing(box, mmPerUnit));
  const leftOut: LeftOut[] = [...raw.leftOut];
  const kept: { line: RawLine; path: Path; ring: Ring }[] = [];
  const seen = new Map<string, Ring[]>();
  for (const line of raw.lines) {
    const leave = (kind: LeftOut['kind']): void => void leftOut.push({ kind, where: line.where, at: line.path.start });
    const path = closedPath(scaled(line.path, box, mmPerUnit), line.filled);
    if (path === null) leave('open-line');
    else {
      const ring = ringOf(flatten(path));
      if (ring.area < SMALLEST_AREA) leave('speck');
      else if (isDoubled(ring, seen)) leave('doubled-line');
      else kept.push({ line, path, ring });
    }
  }
  if (kept.length === 0) return err(noClosedShapes(leftOut));
  const nested = nestRings(kept.map(({ ring }) => ring));
  const outlines = kept.map(({ line, path }, i): Outline => ({
    path,
    depth: nested[i]?.depth ?? 0,
    parent: nested[i]?.parent ?? null,
    area: Math.abs(signedArea(path)),
    where: line.where,
  }));
  return ok({ width: snapMm(width), height: snapMm(height), outlines, leftOut });
}

const scaled = (path: Path, box: Box, mmPerUnit: number): Path =>
  mapPath(path, ({ x, y }) => ({ x: snapMm((x - box.minX) * mmPerUnit), y: snapMm((y - box.minY) * mmPerUnit) }));

/** The path with its ends joined, or null where it is open. */
function closedPath(path: Path, filled: boolean): Path | null {
  const last = path.segments[path.segments.length - 1];
  if (!last || path.closed) return path;
  const gap = distance(last.to, path.start);
  if (gap > JOIN_TOLERANCE && !(filled && path.segments.length > 1)) return null;
  const closing = gap === 0 ? [] : [{ kind: 'line' as const, to: path.start }];
  return { ...path, segments: [...path.segments, ...closing], closed: true };
}

/** True where a ring with the same area and box, to a hundredth of a mm, came before. */
function isDoubled(ring: Ring, seen: Map<string, Ring[]>): boolean {
  const key = [ring.box.minX, ring.box.minY, ring.box.maxX, ring.box.maxY].map((v) => v.toFixed(1)).join();
  const alike = seen.get(key) ?? [];
  seen.set(key, [...alike, ring]);
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 0.01;
  return alike.some(
    (other) =>
      near(other.area, ring.area) &&
      near(other.box.minX, ring.box.minX) &&
      near(other.box.minY, ring.box.minY) &&
      near(other.box.maxX, ring.box.maxX) &&
      near(other.box.maxY, ring.box.maxY),
  );
}
