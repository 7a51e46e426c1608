/** The computation of Rapid Jig: no interface, no database, no network, no clock, no chance of its own. */
export { err, ok, unreachable } from './result';
export type { Fault, Result } from './result';
export {
  compareMm,
  formatLength,
  formatMinutes,
  formatMoney,
  howManyFit,
  inches,
  inchFraction,
  minorDigits,
  MM_PER_INCH,
  parseLength,
  snapMm,
  sumMm,
  toNm,
  typedUnit,
} from './units';
export type { InchFraction, Length, LengthFault, LengthUnit } from './units';
export {
  bendsOf,
  boxAround,
  boxContains,
  boxGrown,
  boxHeight,
  boxUnion,
  boxWidth,
  CORNER_ANGLE,
  distance,
  eachSegment,
  flatten,
  FLATTENING_TOLERANCE,
  isInside,
  mapPath,
  nestRings,
  pathBox,
  pathLength,
  ringOf,
  shoelace,
  signedArea,
  toSvgPathData,
  turnBetween,
} from './geometry';
export type {
  ArcSegment,
  Bends,
  Box,
  Corner,
  CubicSegment,
  LineSegment,
  NestedRing,
  Path,
  Point,
  Ring,
  Segment,
} from './geometry';
export { HARD_ABOVE_N, hardnessClass, NEWTONS_PER_POUND_FORCE, SOFT_BELOW_N, woodById, WOODS } from './wood';
export type { HardnessClass, Wood, WoodGrain, WoodSource } from './wood';
export {
  BLADE_SIZES,
  chooseBlades,
  comfortHeight,
  MANY_CORNERS,
  pierceBit,
  sizeIndex,
  STRETCH,
  TOOTH_FORMS,
  turningRadius,
  TYPICAL_BLADES,
} from './blades';
export type {
  Blade,
  BladeChoice,
  BladeEnds,
  BladeFault,
  BladePreferences,
  BladeRule,
  BladeSize,
  CutDemand,
  Reason,
  ReasonSource,
  ToothForm,
} from './blades';
export { LARGEST_FILE_BYTES, measureCut, readSvg, scaleDrawing, tooLargeAFile, UNITS_PER_INCH } from './patterns';
export type {
  CutKind,
  CutMeasure,
  Drawing,
  LeftOut,
  LeftOutKind,
  Outline,
  RawDrawing,
  RawLine,
  ReadFault,
} from './patterns';
export { cutsOf, partsFromDrawing } from './products';
export type { DrawingSource, Grain, Part, PartCut, PartDefaults, Template, TemplateRevision } from './products';
export { addUpWork } from './ledger';
export type { PassSawn, PassTakenBack, PieceCount, WorkDone, WorkEvent } from './ledger';
export {
  bladesInOrder,
  compareCosts,
  costOf,
  FACTORS,
  factorsInForce,
  filmSheetsFor,
  hashOf,
  gangName,
  judgeReach,
  newRun,
  planRun,
  sparesFor,
  splitEvenly,
  splitPinned,
  totalMinutes,
  TYPICAL_SHOP,
  verifyPlan,
} from './planning';
export type {
  BladeTurn,
  BladeUse,
  Blank,
  BlankNeed,
  Consumables,
  CutOrder,
  Factor,
  FactorId,
  FactorValues,
  Gang,
  Holding,
  LayerLimit,
  MeasuredThickness,
  Minutes,
  Paper,
  PartCount,
  Plan,
  PlanCost,
  PlanError,
  PlanFault,
  PlanInput,
  PlanKit,
  PlannedCut,
  PlannedPart,
  PlannedStack,
  PlanStage,
  PlanWarning,
  Reach,
  Run,
  RunLine,
  Saw,
  Shop,
  SpareRule,
} from './planning';
export { labourCost } from './production';
export { cutSheet, fileNameFor, PAGES, partListCsv, turnedBox, turnedPath } from './sheets';
export type { CautionId, CutSheet, Fit, Page, PatternDrawing } from './sheets';
export { CORE_VERSION } from './version';
