export { cornerWays, inOrderFrom } from './corner-ways';
export type { CorneredLine, CornerWay, SawnCorner } from './corner-ways';
export type { SawLine, WorkToSaw } from './line';
export { brokenRules, orderOfCuts, supportAlong, WEAK } from './order';
export type { SawingOrder, BrokenRule } from './order';
export { supportOf } from './support';
export { travelOf } from './travel';
