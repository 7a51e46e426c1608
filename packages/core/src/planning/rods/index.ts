export { cutBars } from './cut-bars';
export type { Bars, BarsLayout, CutBar, Lengths } from './cut-bars';
export { planRods, rodsOfRun, stripsToRip } from './rods-plan';
export type { PlannedRod, RodBar, RodGroup } from './rods-plan';
export { highsSolver } from './solver';
export type { LinearAnswer, LinearModel, LinearSolver } from './solver';
