export { blanksOf } from './blanks';
export { compareCosts, costOf } from './compare';
export { besideCut, bitForLayer, hintsForCut } from './cut-blades';
export { filmSheetsFor } from './consumables';
export { sparesFor } from './count';
export { bitOfSizes, bitsOf, phaseMinutes, timesToSaw, totalMinutes } from './estimate';
export { gangOfLayer } from './gang-of-layer';
export { PATTERN_METHODS, PATTERN_WAYS } from './model/pattern-method';
export type { PatternMaterial, PatternMethod, PatternWay } from './model/pattern-method';
export { handlingByPhase } from './handling';
export { otherPatternWays, patternMinutes, patternsPut, peelMinutes } from './patterns-on';
export type { OtherWay } from './patterns-on';
export { lastPhases, layersFinishedIn, layersInHand, phasesMissing } from './last-phases';
export { FACTORS, factorsInForce } from './model/factors';
export type { Factor, FactorId, FactorValues } from './model/factors';
export { gangName, stackName } from './gangs';
export { GANG_GAP, layClose, mayLieClose } from './lay-close';
export type { LaidClose } from './lay-close';
export { incompleteIn, leftBeforeGlue } from './completeness';
export type { Incomplete, LeftToDo } from './completeness';
export { surplusOf } from './surplus';
export type { Surplus } from './surplus';
export { familiesOfRun } from './gangs-of-run';
export { copiesByVariant } from './variants';
export { isSamePin, pinOf, pinsAfterMove } from './stack-pins';
export { otherSchool, priceOfOtherSchool, priceWishes, wishesOf, withCutOrder, withoutWish } from './wish-prices';
export type { Wish, WishPrice } from './wish-prices';
export { hashOf } from './key';
export { couldBeSawn } from './known-stack';
export { newRun, newRunLine } from './model/input';
export type {
  MeasuredThickness,
  PlanError,
  PlanFault,
  PlanInput,
  PlanKit,
  PlanStage,
  Run,
  RunLine,
  RunSpareRule,
  SpareRule,
} from './model/input';
export type { PartCount, Tally } from './model/count';
export type {
  BladeTurn,
  BladeChange,
  BladeUse,
  BlankNeed,
  Consumables,
  GlueUp,
  Minutes,
  Plan,
  PatternsUsed,
  PlanCost,
  PlannedHardware,
  PlannedPart,
  PlannedStack,
  PlanWarning,
} from './model/plan';
export type { PlannedRod, RodBar, RodGroup } from './model/rod';
export { BIT_KINDS, BLADE_HOLDERS, bladePreferences, steepestTilt, TYPICAL_SHOP } from './model/shop';
export type {
  AfterOutline,
  Bit,
  BitKind,
  BladeHolder,
  CornerSchool,
  CutOrder,
  Holding,
  Paper,
  Saw,
  Shop,
} from './model/shop';
export type {
  BegunPass,
  Blank,
  BlankRule,
  CutBlank,
  Gang,
  Layer,
  LayerLimit,
  Phase,
  PlannedCut,
  PlannedHole,
  Reach,
  RoughCut,
  StackedGang,
  WoodPly,
} from './model/stack';
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
export { wantsSecondEntry } from './entries';
export { isTilted } from './tilt';
export { NO_STACK_WISHES, NO_WISHES } from './model/wishes';
export type { OwnCutOrder, PinnedBlank, PinnedStack, StackWishes, Substitute, WoodWishes } from './model/wishes';
export { bladesInOrder, isToSaw } from './order';
export { spellsOf } from './schedule';
export type { Spell } from './schedule';
export { passSawn } from './pass-sawn';
export type { MarkedPass, SpoiledInPass } from './pass-sawn';
export { worthOf } from './pass-cost';
export { planRun } from './plan';
export { judgeReach } from './reach';
export {
  measuredOnBoards,
  boughtNeeds,
  cutCaution,
  drawDown,
  layingWood,
  millingCautions,
  boardsDiffer,
  passesOnBoards,
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
export type {
  BoughtNeed,
  CutCaution,
  DrawDown,
  MillingCaution,
  PassOnBoards,
  PinFault,
  WayOut,
  WayOutKind,
} from './supply';
export { verifyPlan } from './verify';
