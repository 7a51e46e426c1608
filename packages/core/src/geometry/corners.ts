import { minus, turnBetween, type Point } from './point';
import { numberBeside, stepTo, type Trace, type TracePoint } from './trace';
import { STRAIGHT } from '../units';

/** A change of direction of this much or more at one place is a corner; less is a step of a curve drawn in short lines. */
export const CORNER_ANGLE = Math.PI / 6;

/** A bend tighter than this is sawn as a corner, not steered: about the kerf of a mid-size blade, mm. */
export const CORNER_RADIUS = 0.5;

/**
 * The direction at a place is that of the line this far to either side, mm: a circle of the corner radius turns by the corner
 * angle between two such chords, so that rounding it off makes a corner of the same place as drawing it sharp.
 */
export const CORNER_REACH = CORNER_RADIUS * CORNER_ANGLE;

/** What turns further than this without a break is a curve around something, not a corner. */
const MOST_TURN = (4 / 3) * Math.PI;

export interface Corner {
  readonly at: Point;
  /** Radians, positive to the left. */
  readonly turn: number;
  /** The direction in which the line comes to it, of any length. */
  readonly enter: Point;
}

/** A tight turn, by the numbers of its first and its last point; one where it is sharp. */
export interface Turn extends Corner {
  readonly first: number;
  readonly last: number;
  /** From half the reach before the first to as far beyond the last: between the middles of the chords that say its turn. */
  readonly lengthMm: number;
  readonly isCorner: boolean;
}

/** The tight turns of a trace, in order along it. */
export function turnsOf(trace: Trace): Turn[] {
  const reach = trace.closed ? Math.min(CORNER_REACH, trace.length / 8) : CORNER_REACH;
  const bends = bendsAlong(trace, reach);
  return groupsWithin(bends, reach, trace).flatMap((group) => turnOf(group, reach, trace.length) ?? []);
}

/** A point at which the line turns sharply, with the directions before and after it. */
interface Bend {
  readonly index: number;
  readonly point: TracePoint;
  readonly enter: Point;
  readonly leave: Point;
  readonly turn: number;
}

function bendsAlong(trace: Trace, reach: number): Bend[] {
  const chord = chordsOf(trace, reach);
  return trace.points.flatMap((point, i) => {
    if (point.isOnCurve && point.goes === null) return [];
    const enter = point.comes ?? chord(i, -1);
    const leave = point.goes ?? chord(i, 1);
    if (!enter || !leave) return [];
    const turn = turnBetween(enter, leave);
    return Math.abs(turn) >= CORNER_ANGLE - STRAIGHT ? [{ index: i, point, enter, leave, turn }] : [];
  });
}

/** The way from a place `reach` mm before a point to it, or on to one after it; null at an end of an open line, where half is not left. */
function chordsOf(trace: Trace, reach: number): (i: number, side: 1 | -1) => Point | null {
  const { points } = trace;
  return (i, side) => {
    const start = points[i];
    if (!start) return null;
    let before = start;
    let walked = 0;
    for (let j = numberBeside(trace, i, side); j !== i; j = numberBeside(trace, j, side)) {
      const next = points[j];
      if (!next) break;
      const step = stepTo(trace, before, next, side);
      if (walked + step >= reach) {
        const t = (reach - walked) / step;
        const far = { x: before.x + t * (next.x - before.x), y: before.y + t * (next.y - before.y) };
        return side < 0 ? minus(start, far) : minus(far, start);
      }
      walked += step;
      before = next;
    }
    if (walked < reach / 2) return null;
    return side < 0 ? minus(start, before) : minus(before, start);
  };
}

/** Bends nearer to the next than the reach are one; the last of a closed line may go on in the first. */
function groupsWithin(bends: readonly Bend[], reach: number, { closed, length }: Trace): Bend[][] {
  const groups: Bend[][] = [];
  let last: Bend | undefined;
  for (const bend of bends) {
    const group = groups[groups.length - 1];
    if (group && last && bend.point.along - last.point.along < reach) group.push(bend);
    else groups.push([bend]);
    last = bend;
  }
  const [first, end] = [groups[0], groups[groups.length - 1]];
  const gap = (first?.[0]?.point.along ?? 0) + length - (last?.point.along ?? 0);
  if (closed && first && end && first !== end && gap < reach) {
    groups.pop();
    groups[0] = [...end, ...first];
  }
  return groups;
}

/** Null where it comes to nothing, as a step aside does that is smaller than a blade. */
function turnOf(group: readonly Bend[], reach: number, length: number): Turn | null {
  const [first, last] = [group[0], group[group.length - 1]];
  if (!first || !last) return null;
  let turn = 0;
  let before = first.enter;
  for (const bend of group) {
    turn += turnBetween(before, bend.enter) + turnBetween(bend.enter, bend.leave);
    before = bend.leave;
  }
  if (Math.abs(turn) < CORNER_ANGLE - STRAIGHT) return null;
  const sharpest = group.reduce((a, b) => (Math.abs(b.turn) > Math.abs(a.turn) ? b : a));
  return {
    at: { x: sharpest.point.x, y: sharpest.point.y },
    turn,
    enter: first.enter,
    first: first.index,
    last: last.index,
    lengthMm: ((last.point.along - first.point.along + length) % length) + reach,
    isCorner: Math.abs(turn) <= MOST_TURN,
  };
}
