import { DxfWriter, LWPolylineFlags, point3d, SplineFlags, Units, type LWPolylineVertex } from '@tarikjabiri/dxf';
import {
  arcCubics,
  circleDrawn,
  distance,
  eachSegment,
  endOf,
  pointOnArc,
  straightCubic,
  type CubicSegment,
  type Path,
} from '../../geometry';
import { byLayer, type WrittenLine } from './layers';

/** DXF R2000, as $ACADVER names it. */
const R2000 = 'AC1015';

/**
 * The lines as an ASCII DXF (R2000, $INSUNITS millimetres), by layer, each line one entity, so that it comes back as the line it was:
 * full circles as circles, straight lines and arcs exactly as a polyline with bulges; a line with cubics as one spline of degree 3,
 * exactly but for its arcs, which stand off by 4 parts in a million of their radius.
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
  const circle = circleDrawn(path);
  if (circle) {
    dxf.addCircle(point3d(circle.center.x, circle.center.y), circle.radius);
    return;
  }
  if (path.segments.some(({ kind }) => kind === 'cubic')) return addSpline(dxf, path);
  dxf.addLWPolyline(verticesOf(path), { flags: path.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None });
}

/** Corners with the bulge of the way to the next one: tan of a quarter of the arc's angle. */
function verticesOf(path: Path): LWPolylineVertex[] {
  const vertices: LWPolylineVertex[] = [];
  eachSegment(path, (at, segment) => {
    if (segment.kind === 'arc') {
      // Two halves, so that a bulge never nears infinity.
      const middle = pointOnArc(at, segment, 0.5);
      const bulge = Math.tan(segment.sweep / 8);
      vertices.push({ point: at, bulge }, { point: middle, bulge });
    } else vertices.push({ point: at });
  });
  const end = endOf(path);
  return path.closed && distance(end, path.start) === 0 ? vertices : [...vertices, { point: end }];
}

/** A line as one spline: straight stretches and arcs become cubics; each inner joint is a knot as often as the degree asks. */
function addSpline(dxf: DxfWriter, path: Path): void {
  const cubics: CubicSegment[] = [];
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'cubic') cubics.push(segment);
    else if (segment.kind === 'arc') cubics.push(...arcCubics(from, segment));
    else cubics.push(straightCubic(from, segment.to));
  });
  const controlPoints = [path.start, ...cubics.flatMap(({ c1, c2, to }) => [c1, c2, to])];
  const inner = Array.from({ length: cubics.length - 1 }, (_none, i) => [i + 1, i + 1, i + 1]).flat();
  const last = cubics.length;
  dxf.addSpline({
    controlPoints: controlPoints.map(({ x, y }) => point3d(x, y)),
    degreeCurve: 3,
    flags: SplineFlags.Planar | (path.closed ? SplineFlags.Closed : 0),
    knots: [0, 0, 0, 0, ...inner, last, last, last, last],
  });
}
