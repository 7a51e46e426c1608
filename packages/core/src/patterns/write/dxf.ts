import { DxfWriter, LWPolylineFlags, point3d, SplineFlags, Units, type LWPolylineVertex } from '@tarikjabiri/dxf';
import {
  distance,
  eachSegment,
  pointOnArc,
  type CubicSegment,
  type Path,
  type Point,
  type Segment,
} from '../../geometry';
import { byLayer, type WrittenLine } from './layers';
import { STRAIGHT, TOUCHING } from '../../units';

/** DXF R2000, as $ACADVER names it. */
const R2000 = 'AC1015';

/**
 * The lines as an ASCII DXF (R2000, $INSUNITS millimetres), by layer: straight lines and arcs exactly as polylines with
 * bulges, full circles as circles, cubics exactly as splines of degree 3.
 */
export function writeDxf(lines: readonly WrittenLine[]): string {
  const dxf = new DxfWriter();
  dxf.setVariable('$ACADVER', { 1: R2000 });
  dxf.setVariable('$LASTSAVEDBY', { 1: 'Rapid Jig' });
  dxf.setVariable('$MEASUREMENT', { 70: 1 });
  dxf.setUnits(Units.Millimeters);
  for (const { layer, paths } of byLayer(lines)) {
    dxf.addLayer(layer.name, layer.dxfColour, 'Continuous');
    dxf.setCurrentLayerName(layer.name);
    for (const path of paths) addPath(dxf, path);
  }
  return dxf.stringify();
}

function addPath(dxf: DxfWriter, path: Path): void {
  const circle = asCircle(path);
  if (circle) {
    dxf.addCircle(point3d(circle.center.x, circle.center.y), circle.radius);
    return;
  }
  const runs = runsOf(path);
  for (const run of runs) {
    if (run.kind === 'cubics') addSpline(dxf, run.from, run.segments);
    else dxf.addLWPolyline(verticesOf(run, runs.length === 1 && path.closed), { flags: flagsFor(path, runs) });
  }
}

/** A path is one closed polyline where no cubic parts it. */
const flagsFor = (path: Path, runs: readonly Run[]): LWPolylineFlags =>
  path.closed && runs.length === 1 ? LWPolylineFlags.Closed : LWPolylineFlags.None;

type Run =
  | { readonly kind: 'straight'; readonly from: Point; readonly segments: Segment[] }
  | { readonly kind: 'cubics'; readonly from: Point; readonly segments: CubicSegment[] };

/** Stretches of lines and arcs, and stretches of cubics, in turn. */
function runsOf(path: Path): Run[] {
  const runs: Run[] = [];
  eachSegment(path, (from, segment) => {
    const last = runs[runs.length - 1];
    if (segment.kind === 'cubic') {
      if (last?.kind === 'cubics') last.segments.push(segment);
      else runs.push({ kind: 'cubics', from, segments: [segment] });
    } else if (last?.kind === 'straight') last.segments.push(segment);
    else runs.push({ kind: 'straight', from, segments: [segment] });
  });
  return runs;
}

/** Corners with the bulge of the way to the next one: tan of a quarter of the arc's angle. */
function verticesOf({ from, segments }: Run, closed: boolean): LWPolylineVertex[] {
  const vertices: LWPolylineVertex[] = [];
  let at = from;
  for (const segment of segments) {
    if (segment.kind === 'arc') {
      // Two halves, so that a bulge never nears infinity.
      const middle = pointOnArc(at, segment, 0.5);
      const bulge = Math.tan(segment.sweep / 8);
      vertices.push({ point: at, bulge }, { point: middle, bulge });
    } else vertices.push({ point: at });
    at = segment.to;
  }
  return closed && distance(at, from) === 0 ? vertices : [...vertices, { point: at }];
}

/** A chain of cubics as one spline: each inner joint is a knot as often as the degree asks. */
function addSpline(dxf: DxfWriter, from: Point, cubics: readonly CubicSegment[]): void {
  const controlPoints = [from, ...cubics.flatMap(({ c1, c2, to }) => [c1, c2, to])].map(({ x, y }) => point3d(x, y));
  const inner = Array.from({ length: cubics.length - 1 }, (_none, i) => [i + 1, i + 1, i + 1]).flat();
  const last = cubics.length;
  const knots = [0, 0, 0, 0, ...inner, last, last, last, last];
  dxf.addSpline({ controlPoints, degreeCurve: 3, flags: SplineFlags.Planar, knots });
}

function asCircle(path: Path): { readonly center: Point; readonly radius: number } | null {
  const [first] = path.segments;
  if (!path.closed || first?.kind !== 'arc') return null;
  let sweep = 0;
  for (const segment of path.segments) {
    if (segment.kind !== 'arc' || distance(segment.center, first.center) > TOUCHING) return null;
    sweep += segment.sweep;
  }
  if (Math.abs(Math.abs(sweep) - 2 * Math.PI) > STRAIGHT) return null;
  return { center: first.center, radius: distance(path.start, first.center) };
}
