export { besideChoice, stiffnessRatio } from './beside';
export type { BesideChoice, BladeInCut } from './beside';
export { bladeChart, CHART_WORKS, chartHeights, chartMarks, chartWoods } from './chart';
export type { ChartRow, ChartStretch, ChartWood, ChartWork } from './chart';
export {
  BLADE_SIZES,
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
export type { Blade, BladeEnds, BladeSize, CurveTaken, ToothForm } from './blade';
export { chooseBlades, MANY_CORNERS, usableBlades, VERY_HARD_N } from './choose';
export type { BladeChoice, BladeFault, BladePreferences, CutDemand } from './choose';
export type { BladeRule, Reason, ReasonSource } from './reason';
export { typicalBlade, TYPICAL_BLADES } from './typical';
export { leanOfBlock, squarenessBy } from './square';
export type { Squareness, TestStrip } from './square';
