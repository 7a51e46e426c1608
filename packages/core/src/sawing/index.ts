export type { SawLine, WorkToSaw } from './line';
export { brokenRules, orderOfCuts, supportAlong, WEAK } from './order';
export type { SawingOrder, BrokenRule } from './order';
export { supportOf } from './support';
