import polylabel from 'polylabel';
import { canPivot, isFlat, loopAcross } from '../blades';
import {
  bendsOf,
  boxGrown,
  circlePath,
  distance,
  flatten,
  indexSegments,
  moved,
  movePath,
  shoelace,
  type Affine,
  type Box,
  type Path,
  type Point,
} from '../geometry';
import { turnsInWood } from '../patterns';
import {
  isTilted,
  type CornerSchool,
  type OwnCutOrder,
  type Phase,
  type PlannedCut,
  type PlannedStack,
} from '../planning';
import { cutsOf, type TemplateRevision } from '../products';
import {
  brokenRules,
  cornerWays,
  inOrderFrom,
  orderOfCuts,
  supportAlong,
  supportOf,
  travelOf,
  WEAK,
  type BrokenRule,
  type CorneredLine,
  type SawLine,
  type SawnCorner,
  type WorkToSaw,
} from '../sawing';
import { drillCard } from './drill-card';

/** How a phase is sawn, cut by cut. */
export interface PhaseOrder {
  readonly stackKey: string;
  readonly phaseKey: string;
  /** In the order of sawing. */
  readonly cuts: readonly OrderedCut[];
  readonly travelMm: number;
  /** True where the maker has put the cuts in an order of their own. */
  readonly isOwn: boolean;
  /** Of the order found for it, mm; what an own order costs in ways. */
  readonly foundTravelMm: number;
  /** What is wrong with the maker's own order. */
  readonly broken: readonly BrokenRule[];
}

export interface OrderedCut {
  readonly cutId: string;
  readonly kind: PlannedCut['kind'];
  /** Where the blade goes in, and the line from there on round; in the frame of the stack, mm. */
  readonly entry: Point;
  readonly points: readonly Point[];
  readonly kerfMm: number;
  /** In the order that the blade comes to them. */
  readonly corners: readonly SawnCorner[];
  /** Of a closed line on a tilted table the way round, seen from above; either will do on a level one. */
  readonly round: 'clockwise' | null;
  /** The thinnest wood that holds it at its worst moment, mm; null where there is plenty. */
  readonly thinMm: number | null;
}

/** Lines are followed this closely when their support is reckoned, mm. */
const CLOSE_ENOUGH = 0.1;

/**
 * The order of the cuts of a phase by the drawings of its parts: the maker's own where there is one of just these cuts, else the one
 * found for them. A part whose revision is not given has none.
 */
export function orderOfPhase(
  stack: PlannedStack,
  phase: Phase,
  revisions: readonly TemplateRevision[],
  ownOrders: readonly OwnCutOrder[] = [],
  corners: CornerSchool = 'by-the-room',
): PhaseOrder {
  const drawn = drawnCuts(stack, revisions);
  const board = boardOf(stack);
  const work = workOf(stack, phase, revisions, drawn);
  const support = supportOf(work);
  const found = orderOfCuts(work, 1, support);
  const own = ownOrders.find(({ stackKey, phaseKey }) => stackKey === stack.key && phaseKey === phase.key)?.cutIds;
  const isOwn = own !== undefined && isOrderOf(own, work);
  const ids = isOwn ? own : found.ids;
  const held = supportAlong(ids, work, support);
  const byId = new Map(work.lines.map((line) => [line.id, line]));
  const planned = new Map(phase.cuts.map((cut) => [cut.cutId, cut]));
  const lines = work.lines.length > 0 ? indexSegments(work.lines) : null;
  return {
    stackKey: stack.key,
    phaseKey: phase.key,
    isOwn,
    foundTravelMm: found.travelMm,
    broken: isOwn ? brokenRules(ids, work, support, found) : [],
    travelMm: travelOf(ids.flatMap((id) => byId.get(id) ?? [])),
    cuts: ids.flatMap((id, i): OrderedCut[] => {
      const [line, cut, path] = [byId.get(id), planned.get(id), drawn.get(id)];
      if (!line || !cut || !path) return [];
      const mm = held[i] ?? WEAK;
      return [
        {
          cutId: id,
          kind: line.kind,
          entry: line.entry,
          points: line.points,
          kerfMm: line.kerfMm,
          corners:
            board && lines ? inOrderFrom(line.points, cornerWays(corneredLine(cut, path, corners), lines, board)) : [],
          round: isTilted(cut.rule) && line.closed ? 'clockwise' : null,
          thinMm: mm < WEAK ? mm : null,
        },
      ];
    }),
  };
}

const isOrderOf = (ids: readonly string[], { lines }: WorkToSaw): boolean =>
  ids.length === lines.length && lines.every(({ id }) => ids.includes(id));

function boardOf({ gangs: [top] }: PlannedStack): Box | null {
  return top ? boxGrown(top.box, top.blank.margin) : null;
}

/** The corners of a cut as they lie in the work, and what its blade does in them. */
function corneredLine(
  { kind, choice: { blade }, rule }: PlannedCut,
  { path, at }: DrawnCut,
  school: CornerSchool,
): CorneredLine {
  const lying = movePath(path, at);
  return {
    // A blade that saws to every side has no corners.
    corners: isFlat(blade) ? bendsOf(lying).corners : [],
    isInside: turnsInWood(lying, kind),
    canPivot: canPivot(blade, isTilted(rule)),
    loopMm: loopAcross(blade),
    school,
  };
}

/** The lines of a phase as they lie in the work, with the holes that are drilled before. */
function workOf(
  stack: PlannedStack,
  phase: Phase,
  revisions: readonly TemplateRevision[],
  drawn: ReadonlyMap<string, DrawnCut>,
): WorkToSaw {
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
    const line = drawn.get(cut.cutId);
    if (!line) return [];
    const { points, closed } = pointsOf(line);
    const entry = entries.get(cut.cutId) ?? (closed ? edgeStart(points, board) : points[0]);
    if (!entry) return [];
    if (cut.kind === 'outside') heldAt.set(cut.cutId, middleOf(points));
    // On a tilted table one way round all through: the other way the piece comes out larger below instead of smaller.
    const way = closed && isTilted(cut.rule) && shoelace(points) > 0 ? [...points].reverse() : points;
    const turned = closed ? fromNearest(way, entry) : way;
    const kerfMm = cut.choice.blade.kerfMm;
    return [{ id: cut.cutId, kind: cut.kind, group, points: turned, closed, kerfMm, entry }];
  });
  const holes = phase.holes.map(({ center, diameterMm }) => flatten(circlePath(center, diameterMm / 2), CLOSE_ENOUGH));
  return { lines, holes, heldAt };
}

const isOneGroup = (a: PlannedCut, b: PlannedCut): boolean =>
  a.kind === b.kind && a.choice.blade.id === b.choice.blade.id && a.rule.tiltDegrees === b.rule.tiltDegrees;

/** A cut as it is drawn, and how it is moved into the stack. */
interface DrawnCut {
  readonly path: Path;
  readonly at: Affine;
}

/** The cuts of all parts of a stack, by their ids. */
function drawnCuts({ gangs }: PlannedStack, revisions: readonly TemplateRevision[]): ReadonlyMap<string, DrawnCut> {
  const parts = new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, part]));
  return new Map(
    gangs.flatMap((gang) =>
      gang.parts
        .flatMap(({ partId }) => parts.get(partId) ?? [])
        .flatMap((part) => cutsOf(part).map(({ cut }) => [cut.id, { path: cut.path, at: gang.at }] as const)),
    ),
  );
}

function pointsOf({ path, at }: DrawnCut): { readonly points: readonly Point[]; readonly closed: boolean } {
  const points = flatten(path, CLOSE_ENOUGH).map((point) => moved(at, point));
  return { points: points.filter((p, i) => i === 0 || distance(p, points[i - 1] ?? p) > 0), closed: path.closed };
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

/** To the nearest mm it is all one where hands have most wood. */
const HELD_WITHIN = 1;

/** The place inside an outline that is furthest from it: there hands have most wood. */
function middleOf(ring: readonly Point[]): Point {
  const [x = NaN, y = NaN] = polylabel([ring.map((p): [number, number] => [p.x, p.y])], HELD_WITHIN);
  return { x, y };
}
