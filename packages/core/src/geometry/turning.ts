import { distance, type Point } from './point';

/** A direction is taken over so much of a line, mm: over less the rounding of a drawing would count as turning. */
const CHORD = 1;

/**
 * How far a row of points turns to either side all told, radians, as a hand turns the work that follows it: by the angles between
 * chords of {@link CHORD} mm; what an open row turns before its first angle and after its last is taken as half of those.
 */
export function turningOf(points: readonly Point[], closed: boolean): number {
  const chords = chordsOf(points, closed);
  const turns = chords.map((chord, i) => {
    const before = chords[i - 1] ?? (closed ? chords[chords.length - 1] : undefined);
    return before
      ? Math.abs(Math.atan2(before.x * chord.y - before.y * chord.x, before.x * chord.x + before.y * chord.y))
      : 0;
  });
  const all = turns.reduce((sum, turn) => sum + turn, 0);
  return closed ? all : all + ((turns[1] ?? 0) + (turns.length > 1 ? (turns[turns.length - 1] ?? 0) : 0)) / 2;
}

/** From point to point, those left out that lie nearer than {@link CHORD} to the last one taken; the last is always taken. */
function chordsOf(points: readonly Point[], closed: boolean): Point[] {
  const row = closed && points[0] ? [...points, points[0]] : points;
  const taken = row.slice(0, 1);
  for (const point of row.slice(1)) {
    const last = taken[taken.length - 1];
    if (last && distance(last, point) >= CHORD) taken.push(point);
  }
  const end = row[row.length - 1];
  if (end && taken.length > 1) taken[taken.length - 1] = end;
  else if (end && row.length > 1) taken.push(end);
  return taken.slice(1).map((to, i) => ({ x: to.x - (taken[i]?.x ?? 0), y: to.y - (taken[i]?.y ?? 0) }));
}
