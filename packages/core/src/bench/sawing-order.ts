import { distance, flatten, isInside, moved, offsetRings, type Box, type Point } from '../geometry';
import type { Phase, PlannedCut, PlannedStack } from '../planning';
import { cutsOf, type Part, type TemplateRevision } from '../products';
import { orderOfCuts, supportAlong, WEAK, type SawLine, type WorkToSaw } from '../sawing';
import { drillCard } from './drill-card';

/** How a phase is sawn, cut by cut. */
export interface PhaseOrder {
  readonly stackKey: string;
  readonly phaseKey: string;
  /** In the order of sawing. */
  readonly cuts: readonly OrderedCut[];
  readonly travelMm: number;
}

export interface OrderedCut {
  readonly cutId: string;
  readonly kind: PlannedCut['kind'];
  /** Where the blade goes in, and the line from there on round; in the frame of the stack, mm. */
  readonly entry: Point;
  readonly points: readonly Point[];
  readonly kerfMm: number;
  /** The thinnest wood that holds it at its worst moment, mm; null where there is plenty. */
  readonly thinMm: number | null;
}

/** Lines are followed this closely when their support is reckoned, mm. */
const CLOSE_ENOUGH = 0.1;

/** The order of the cuts of a phase by the drawings of its parts. A part whose revision is not given has none. */
export function orderOfPhase(stack: PlannedStack, phase: Phase, revisions: readonly TemplateRevision[]): PhaseOrder {
  const work = workOf(stack, phase, revisions);
  const { ids, travelMm } = orderOfCuts(work);
  const held = supportAlong(ids, work);
  const byId = new Map(work.lines.map((line) => [line.id, line]));
  return {
    stackKey: stack.key,
    phaseKey: phase.key,
    travelMm,
    cuts: ids.flatMap((id, i): OrderedCut[] => {
      const line = byId.get(id);
      const mm = held[i] ?? WEAK;
      return line ? [{ cutId: id, ...line, thinMm: mm < WEAK ? mm : null }] : [];
    }),
  };
}

/** The lines of a phase as they lie in the work, with the holes that are drilled before. */
export function workOf(stack: PlannedStack, phase: Phase, revisions: readonly TemplateRevision[]): WorkToSaw {
  const parts = new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, part]));
  const entries = new Map(
    drillCard(stack, phase, revisions)
      .bits.flatMap(({ places }) => places)
      .filter(({ kind, place }) => kind === 'entry' && place !== 'second')
      .map(({ id, at }) => [id, at]),
  );
  const board = boardOf(stack);
  const heldAt = new Map<string, Point>();
  let group = 0;
  const lines = phase.cuts.flatMap((cut, i): SawLine[] => {
    const before = phase.cuts[i - 1];
    if (before && !isOneGroup(before, cut)) group++;
    const drawn = lineOf(cut, stack, parts);
    if (!drawn) return [];
    const { points, closed } = drawn;
    const entry = entries.get(cut.cutId) ?? (closed ? edgeStart(points, board) : points[0]);
    if (!entry) return [];
    if (cut.kind === 'outside') heldAt.set(cut.cutId, middleOf(points));
    const turned = closed ? fromNearest(points, entry) : points;
    const kerfMm = cut.choice.blade.kerfMm;
    return [{ id: cut.cutId, kind: cut.kind, group, points: turned, closed, kerfMm, entry }];
  });
  const holes = phase.holes.map(({ center, diameterMm }) => ringRound(center, diameterMm / 2));
  return { lines, holes, heldAt };
}

const isOneGroup = (a: PlannedCut, b: PlannedCut): boolean =>
  a.kind === b.kind && a.choice.blade.id === b.choice.blade.id && a.rule.tiltDegrees === b.rule.tiltDegrees;

function lineOf(
  { cutId, partId }: PlannedCut,
  { gangs }: PlannedStack,
  parts: ReadonlyMap<string, Part>,
): { readonly points: readonly Point[]; readonly closed: boolean } | null {
  const part = parts.get(partId);
  const gang = gangs.find((one) => one.parts.some((own) => own.partId === partId));
  const drawn = part && cutsOf(part).find(({ cut }) => cut.id === cutId);
  if (!drawn || !gang) return null;
  const points = flatten(drawn.cut.path, CLOSE_ENOUGH).map((point) => moved(gang.at, point));
  return {
    points: points.filter((p, i) => i === 0 || distance(p, points[i - 1] ?? p) > 0),
    closed: drawn.cut.path.closed,
  };
}

/** The blank round all that lies on it. */
function boardOf({ gangs }: PlannedStack): Box | null {
  const [top] = gangs;
  if (!top) return null;
  const { box, blank } = top;
  return {
    minX: box.minX - blank.margin,
    minY: box.minY - blank.margin,
    maxX: box.maxX + blank.margin,
    maxY: box.maxY + blank.margin,
  };
}

/** The point of an outline that is nearest to the edge of the board: the blade comes in there. */
function edgeStart(points: readonly Point[], board: Box | null): Point | undefined {
  if (!board) return points[0];
  const toEdge = ({ x, y }: Point): number => Math.min(x - board.minX, board.maxX - x, y - board.minY, board.maxY - y);
  return points.reduce<Point | undefined>((best, p) => (best && toEdge(best) <= toEdge(p) ? best : p), undefined);
}

function fromNearest(points: readonly Point[], entry: Point): Point[] {
  let start = 0;
  points.forEach((p, i) => {
    if (distance(p, entry) < distance(points[start] ?? p, entry)) start = i;
  });
  return [...points.slice(start), ...points.slice(0, start)];
}

/** A place deep inside a ring: where hands have most wood. */
function middleOf(ring: readonly Point[]): Point {
  let inner = ring;
  for (let by = 2; by < 200; by *= 1.6) {
    const [next] = offsetRings([ring], -by);
    if (!next || next.length === 0) break;
    inner = next;
  }
  const middle = {
    x: inner.reduce((sum, { x }) => sum + x, 0) / inner.length,
    y: inner.reduce((sum, { y }) => sum + y, 0) / inner.length,
  };
  return isInside(middle, ring) ? middle : (inner[0] ?? middle);
}

const ROUND = 16;
const ringRound = ({ x, y }: Point, radius: number): Point[] =>
  Array.from({ length: ROUND }, (_none, i) => ({
    x: x + radius * Math.cos((2 * Math.PI * i) / ROUND),
    y: y + radius * Math.sin((2 * Math.PI * i) / ROUND),
  }));
