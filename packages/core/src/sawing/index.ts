export type { SawLine, Work } from './line';
export { orderFaults, orderOfCuts, supportAlong, WEAK } from './order';
export type { CutOrder, OrderFault } from './order';
export { PLENTY } from './support';
