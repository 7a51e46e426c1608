export { blanksOf } from './blanks';
export type { BlankRule, CutBlank } from './blanks';
export type { RoughCut } from './rough-cuts';
export { compareCosts, costOf } from './compare';
export type { PlanCost } from './compare';
export { filmSheetsFor } from './consumables';
export type { Consumables } from './consumables';
export { sparesFor } from './count';
export type { PartCount } from './count';
export { patternsPerPass, totalMinutes } from './estimate';
export type { BladeUse, Minutes } from './estimate';
export { FACTORS, factorsInForce } from './factors';
export type { Factor, FactorId, FactorValues } from './factors';
export { gangName } from './gangs';
export type { Gang } from './gangs';
export { newRun } from './input';
export type {
  MeasuredThickness,
  PlanError,
  PlanFault,
  PlanInput,
  PlanKit,
  PlanStage,
  Run,
  RunLine,
  SpareRule,
} from './input';
export { hashOf } from './key';
export { bladesInOrder } from './order';
export type { BladeTurn } from './order';
export { planRun } from './plan';
export type { BlankNeed, Plan, PlannedPart, PlannedStack } from './plan';
export { cutBars, highsSolver, planRods, stripsToRip } from './rods';
export type {
  Bars,
  BarsLayout,
  CutBar,
  Lengths,
  LinearAnswer,
  LinearModel,
  LinearSolver,
  PlannedRod,
  RodBar,
  RodGroup,
} from './rods';
export { judgeReach } from './reach';
export type { Reach } from './reach';
export { bladePreferences, TYPICAL_SHOP } from './shop';
export type { CutOrder, Holding, Paper, Saw, Shop } from './shop';
export { splitEvenly, splitPinned } from './split';
export type { Blank, LayerLimit, PlannedCut } from './stacks';
export { verifyPlan } from './verify';
export type { PlanWarning } from './warnings';
export { boardAround, layOnBoards, layOnStrip, piecesIn, seededSearch, stripBound, verifyCuts } from './layout';
export type {
  BoardsLayout,
  CutResult,
  CutStep,
  CutTree,
  Flaw,
  LaidBoard,
  LaidPiece,
  Manner,
  PieceNode,
  Pin,
  Search,
  StripLayout,
  UsedBoard,
} from './layout';
export { NO_WISHES } from './wishes';
export type { PinnedBlank, Substitute, WoodWishes } from './wishes';
export { cutCaution, layingWood, millingCautions, pinBlank, pinOnBoard, planWood, waysOut } from './wood';
export type {
  BoardPlan,
  CutCaution,
  MillingCaution,
  MillingOption,
  NeededBlank,
  PinFault,
  RackEntry,
  ToBuy,
  WayOut,
  WayOutKind,
  WoodGroup,
  WoodPlanInput,
  WoodProgress,
} from './wood';
