export { measureCut, turnsInWood } from './cut';
export type { CutKind, CutMeasure } from './cut';
export type { DrawingFault, DrawingFaultKind } from './clean/line';
export { followSteps, turnGrain } from './drawing';
export type { Drawing, DrawnLine, Edge } from './drawing';
export { LARGEST_FILE_BYTES, tooLargeAFile } from './fault';
export type { LeftOut, LeftOutKind, ReadFault } from './fault';
export { bitFor, groupKey } from './kinds';
export type { KindReason } from './kinds';
export type { RawDrawing, RawLine } from './raw';
export { readDrawing } from './read';
export type { Feature } from './shape/features';
export { simplifyPath } from './shape/simplify';
export { JOIN_WITHIN, LINE_KINDS, MEND_ACTIONS, noSteps } from './steps';
export type { DrawingSteps, EdgeOfLine, LineKind, MendAction, ScaleTarget, ShapeStep } from './steps';
export { UNITS_PER_INCH } from './svg/size';
export {
  circleOf,
  fragileTips,
  bridgeStrength,
  keptIn,
  FRAGILE_WIDTH,
  likeParts,
  openingRoom,
  pierceHoles,
  pierceHolesFor,
  piecesIn,
  shapesOf,
  TIP_DEPTH,
  understandPart,
} from './understand';
export type {
  BridgeStrength,
  CornerKind,
  Difficulty,
  DifficultyLevel,
  DifficultyReason,
  DifficultyRule,
  KnownWays,
  Likeness,
  LikeParts,
  NoPierceHole,
  PartShape,
  PartUnderstanding,
  PierceHole,
  PlacedCorner,
  SawnIn,
  Stand,
  Tip,
  UnderstandingOf,
  WaysToFit,
} from './understand';
export { LAYERS, writeDxf, writeSvg } from './write';
export type { Layer, WrittenLine } from './write';
