export { besideChoice, stiffnessRatio } from './beside';
export type { BesideChoice, BladeInCut } from './beside';
export { bladeChart, CHART_WORKS, chartHeights, chartMarks, chartWoods } from './chart';
export type { ChartRow, ChartStretch, ChartWood, ChartWork } from './chart';
export {
  BLADE_SIZES,
  FIGURE_SOURCES,
  isFlat,
  comfortHeight,
  curveTaken,
  LARGEST_BIT,
  pierceBit,
  sizeIndex,
  steeredRadius,
  STRETCH,
  TOOTH_FORMS,
  turningRadius,
} from './blade';
export type { Blade, BladeEnds, BladeFigure, BladeSize, CurveTaken, FigureSource, ToothForm } from './blade';
export { chooseBlades, mayEnter, usableBlades } from './choose';
export type { BladeChoice, BladeFault, BladePreferences } from './choose';
export { comfortOf, costInCut, sawingMinutes, VERY_HARD_N } from './cost';
export type { CutCost } from './cost';
export { CUT_WANTS } from './demand';
export type { CutDemand, CutWant } from './demand';
export { canPivot, loopAcross, sawingHints } from './hints';
export type { HintedCut, HintRule, SawingHint } from './hints';
export { plyUnder, slantedPace, TYPICAL_ECONOMY, wearingMm, woodPace } from './economy';
export type { BladeEconomy, SawnPly, WoodPace } from './economy';
export type { BladeRule, Reason, ReasonSource } from './reason';
export { typicalBlade, TYPICAL_BLADES } from './typical';
export { driftBy, leanOfBlock, squarenessBy } from './square';
export type { Squareness, TestStrip } from './square';
