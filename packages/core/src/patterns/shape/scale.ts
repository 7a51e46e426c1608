import { arcCubics, eachSegment, mapPath, type Path, type Point, type Segment } from '../../geometry';
import { anchorOf, type Feature } from './features';
import { SAME_POINT } from '../../units';

/**
 * A closed path scaled by `factor` about the origin while the features given keep their size: each moves as a whole,
 * with the middle of its mouth (or of its box). Segments that lead up to a slot are stretched to meet it.
 */
export function scalePath(path: Path, factor: number, held: readonly Feature[]): Path {
  const scaled = (p: Point): Point => ({ x: p.x * factor, y: p.y * factor });
  const n = path.segments.length;
  const shifts = new Map<number, Point>();
  for (const feature of held) {
    const anchor = anchorOf(feature, path);
    const by = { x: anchor.x * (factor - 1), y: anchor.y * (factor - 1) };
    for (const place of feature.points) shifts.set(place % n, by);
  }
  if (shifts.size === 0) return mapPath(path, scaled);
  const whole = held.find((feature) => feature.points.length > n);
  if (whole) {
    const by = shifts.get(0) ?? { x: 0, y: 0 };
    return mapPath(path, ({ x, y }) => ({ x: x + by.x, y: y + by.y }));
  }
  const placed = (p: Point, place: number): Point => {
    const by = shifts.get(place % n);
    return by ? { x: p.x + by.x, y: p.y + by.y } : scaled(p);
  };
  const inFeature = (place: number): boolean =>
    held.some(({ points }) => points.some((p, k) => p === place && points[k + 1] === (place + 1) % n));
  const segments: Segment[] = [];
  let place = 0;
  eachSegment(path, (from, segment) => {
    const [start, end] = [placed(from, place), placed(segment.to, place + 1)];
    const by = shifts.get(place);
    if (by && inFeature(place))
      segments.push(
        ...mapPath({ start: from, segments: [segment], closed: false }, ({ x, y }) => ({ x: x + by.x, y: y + by.y }))
          .segments,
      );
    else segments.push(...between(from, segment, { start, end }, factor));
    place++;
  });
  return { start: placed(path.start, 0), segments, closed: path.closed };
}

/** A segment scaled, its two ends then moved to where they have to be. */
function between(from: Point, segment: Segment, ends: { start: Point; end: Point }, factor: number): Segment[] {
  const { start, end } = ends;
  if (segment.kind === 'line') return [{ kind: 'line', to: end }];
  const scaled = (p: Point): Point => ({ x: p.x * factor, y: p.y * factor });
  const off = (p: Point, at: Point): Point => ({ x: at.x - p.x * factor, y: at.y - p.y * factor });
  const [first, last] = [off(from, start), off(segment.to, end)];
  const still = [first, last].every(({ x, y }) => Math.hypot(x, y) < SAME_POINT);
  if (still) return mapPath({ start: from, segments: [segment], closed: false }, scaled).segments.slice();
  const cubics = segment.kind === 'arc' ? arcCubics(from, segment) : [segment];
  return cubics.map((cubic, i): Segment => {
    const moved = (p: Point, by: Point): Point => ({ x: p.x * factor + by.x, y: p.y * factor + by.y });
    const zero = { x: 0, y: 0 };
    const [enter, leave] = [i === 0 ? first : zero, i === cubics.length - 1 ? last : zero];
    return { kind: 'cubic', c1: moved(cubic.c1, enter), c2: moved(cubic.c2, leave), to: moved(cubic.to, leave) };
  });
}
