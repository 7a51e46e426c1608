export { bridgeStrength, difficultyOf } from './difficulty';
export type {
  BridgeStrength,
  Difficulty,
  DifficultyFigures,
  DifficultyLevel,
  DifficultyReason,
  DifficultyRule,
} from './difficulty';
export { likeParts, waysToFit } from './likeness';
export type { KnownWays, Likeness, LikeParts, WaysToFit } from './likeness';
export { circleOf, shapesOf } from './part-shape';
export type { PartShape, ShapeLine } from './part-shape';
export { openingRoom, pierceHoles } from './pierce';
export type { NoPierceHole, PierceHole } from './pierce';
export { standOf } from './stand';
export type { Stand } from './stand';
export { FRAGILE_WIDTH, fragileTips, TIP_DEPTH } from './tips';
export type { Tip } from './tips';
export { keptIn, piecesIn, pierceHolesFor, understandPart } from './understand';
export type { CornerKind, PartUnderstanding, PlacedCorner, SawnIn, UnderstandingOf } from './understand';
