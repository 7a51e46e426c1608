export type { ToBuy } from './lacking';
export type { NeededBlank, WoodNeeds } from './needs';
export { pinBlank, pinOnBoard } from './pins';
export type { PinFault } from './pins';
export type { MillingOption, RackEntry } from './sources';
export { waysOut } from './ways-out';
export type { WayOut, WayOutKind } from './ways-out';
export { layingWood, planWood } from './wood-plan';
export type { BoardPlan, WoodGroup, WoodPlanInput, WoodProgress } from './wood-plan';
