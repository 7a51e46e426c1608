export {
  arcCubics,
  arcsAsCubics,
  closePath,
  endOf,
  IDENTITY,
  inOrder,
  movePath,
  moved,
  reversePath,
  shift,
  stretch,
  turn,
} from './affine';
export type { Affine } from './affine';
export { isSameLine, lineToCompare, movesOnto, turnsOver, undo } from './alike';
export type { LineToCompare } from './alike';
export { bendsOf } from './bends';
export { CORNER_ANGLE } from './corners';
export type { Bends } from './bends';
export type { Corner } from './corners';
export { indexBoxes } from './box-index';
export { thinnestBridge, WIDEST_BRIDGE } from './bridge';
export type { Bridge } from './bridge';
export { intersectRings, offsetRings, subtractRings, uniteRings } from './clip';
export type { Fill, Rings } from './clip';
export { contactsOf, crossingsOf } from './crossings';
export type { Crossing } from './crossings';
export { firstFit, fittingsOf } from './fit';
export { centroid, mayFit, shapeToFit, turnedOver } from './shape-to-fit';
export type { Fitting, Fittings, PieceToFit } from './fit';
export type { ShapeToFit } from './shape-to-fit';
export { flatten } from './flatten';
export { pathBox, pathLength, signedArea } from './measure';
export { isInside, nestRings, perimeter, ringOf, ringsAround, shoelace } from './nest';
export type { NestedRing, Ring } from './nest';
export {
  circleDrawn,
  circlePath,
  eachSegment,
  isStraightCubic,
  mapPath,
  pointOnArc,
  straightCubic,
  toSvgPathData,
} from './path';
export type { ArcSegment, CubicSegment, LineSegment, Path, Segment } from './path';
export { piecesOf, pointIn } from './pieces';
export type { Piece, Pieces } from './pieces';
export {
  boxAround,
  boxContains,
  boxGrown,
  boxHeight,
  boxMiddle,
  boxUnion,
  boxWidth,
  distance,
  norm,
  turnBetween,
} from './point';
export type { Box, Point } from './point';
export { indexSegments, nearestOnPiece } from './segment-index';
export { thinnedLine } from './thin';
export type { IndexedLine, Nearest, SegmentIndex } from './segment-index';
