export {
  abreastOf,
  blankAbreast,
  blanksOf,
  familiesOfRun,
  GANG_GAP,
  gangName,
  gangOfLayer,
  layersOfGang,
  hashOf,
  isTilted,
  judgeReach,
  type LaidClose,
  layClose,
  mayLieClose,
  mostOn,
  passesOf,
  placesOn,
  sharedOut,
  stripsFor,
  stackName,
} from './blanks';
export {
  bitOfSizes,
  bitsOf,
  compareCosts,
  costOf,
  filmSheetsFor,
  isOutlined,
  nextMinutes,
  otherPatternWays,
  type OtherWay,
  patternMinutes,
  patternsPut,
  peelMinutes,
  phaseMinutes,
  timesToSaw,
  totalMinutes,
  worthOf,
} from './costs';
export { besideCut, bitForLayer, hintsForCut } from './stack';
export { copiesByVariant, rodsOfRun, sparesFor, type Surplus, surplusOf } from './needs';
export { PATTERN_METHODS, PATTERN_WAYS } from './model/pattern-method';
export type { PatternMaterial, PatternMethod, PatternWay } from './model/pattern-method';
export {
  handlingByPhase,
  type Incomplete,
  incompleteIn,
  lastPhases,
  layersFinishedIn,
  layersInHand,
  leftBeforeGlue,
  type LeftToDo,
  type MarkedPass,
  isPhaseDone,
  passesAhead,
  passSawn,
  phasesMissing,
  type SpoiledInPass,
  wantsSecondEntry,
} from './phases';
export { FACTORS, factorsInForce } from './model/factors';
export type { Factor, FactorId, FactorValues } from './model/factors';
export { couldBeSawn, isSamePin, pinOf, pinsAfterMove } from './choice';
export { otherSchool, priceOfOtherSchool, priceWishes, wishesOf, withCutOrder, withoutWish } from './wish-prices';
export type { Wish, WishPrice } from './wish-prices';
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
export { PAGES, workArea } from './model/paper';
export type { Page } from './model/paper';
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
  Strip,
  WoodPly,
  HeightCost,
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
export { NO_STACK_WISHES, NO_WISHES } from './model/wishes';
export type { OwnCutOrder, PinnedBlank, PinnedStack, StackWishes, Substitute, WoodWishes } from './model/wishes';
export { bladesInOrder, glueMinutes, isToSaw, type Spell, spellsOf } from './schedule';
export { planRun } from './plan';
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
  stripsToRip,
  takenWood,
  verifyWood,
} from './supply';
export type { BoughtNeed, CutCaution, DrawDown, MillingCaution, PassOnBoards, PinFault } from './supply';
export { verifyPlan } from './verify';
export { waysOut } from './ways-out';
export type { WayOut, WayOutKind } from './ways-out';
