export { blanksOf } from './blanks';
export { compareCosts, costOf } from './compare';
export { bitForLayer } from './cut-blades';
export { filmSheetsFor } from './consumables';
export { sparesFor } from './count';
export { patternsPerPass, totalMinutes } from './estimate';
export { FACTORS, factorsInForce } from './model/factors';
export type { Factor, FactorId, FactorValues } from './model/factors';
export { gangName } from './gangs';
export { hashOf } from './key';
export { couldBeSawn } from './known-stack';
export { newRun } from './model/input';
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
} from './model/input';
export type { PartCount, Tally } from './model/count';
export type {
  BladeTurn,
  BladeUse,
  BlankNeed,
  Consumables,
  Minutes,
  Plan,
  PlanCost,
  PlannedPart,
  PlannedStack,
  PlanWarning,
} from './model/plan';
export type { PlannedRod, RodBar, RodGroup } from './model/rod';
export { bladePreferences, TYPICAL_SHOP } from './model/shop';
export type { CutOrder, Holding, Paper, Saw, Shop } from './model/shop';
export type { Blank, BlankRule, CutBlank, Gang, LayerLimit, PlannedCut, Reach, RoughCut } from './model/stack';
export type {
  BoardPlan,
  MillingOption,
  NeededBlank,
  RackEntry,
  TakenBoard,
  TakenGroup,
  TakenWood,
  ToBuy,
  WoodGroup,
  WoodPlanInput,
  WoodProgress,
} from './model/supply';
export { NO_WISHES } from './model/wishes';
export type { PinnedBlank, Substitute, WoodWishes } from './model/wishes';
export { bladesInOrder } from './order';
export { worthOf } from './pass-cost';
export { planRun } from './plan';
export { judgeReach } from './reach';
export { splitPinned } from './split';
export {
  cutCaution,
  drawDown,
  layingWood,
  millingCautions,
  pinBlank,
  pinOnBoard,
  planRods,
  planWood,
  rackOfRun,
  rodsOfRun,
  stripsToRip,
  takenWood,
  verifyWood,
  waysOut,
} from './supply';
export type { CutCaution, DrawDown, MillingCaution, PinFault, WayOut, WayOutKind } from './supply';
export { verifyPlan } from './verify';
