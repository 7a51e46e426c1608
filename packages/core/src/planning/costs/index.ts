/**
 * Minutes, wear and money of one pass, of a plan, and of one plan against another. In: a stack and the factors in force. Out: figures.
 * Method: sums of rates and lengths; no choice is made here.
 */
export { compareCosts, costOf } from './compare';
export { consumablesFor, filmSheetsFor } from './consumables';
export { demandIn, demandOf } from './cut-demand';
export type { SawnCut } from './cut-demand';
export {
  addMinutes,
  begunMinutes,
  bitOfSizes,
  bitsOf,
  isOutlined,
  nextMinutes,
  NO_MINUTES,
  passMinutes,
  phaseMinutes,
  sawnPerMm,
  timesMinutes,
  timesToSaw,
  totalMinutes,
  worthOf,
} from './estimate';
export { bladeIds, heightCost } from './pass-cost';
export { onePatternMinutes, otherPatternWays, patternMinutes, patternsPut, peelMinutes } from './patterns-on';
export type { OtherWay } from './patterns-on';
