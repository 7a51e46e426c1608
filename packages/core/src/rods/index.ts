export { cutBars } from './cut-bars';
export type { Bars, BarsLayout, CutBar, Lengths } from './cut-bars';
export { highsSolver } from './solver';
export type { LinearAnswer, LinearModel, LinearSolver } from './solver';
