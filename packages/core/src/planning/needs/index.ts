/**
 * How many of what. In: the run, its pinned revisions, the ledger and the habits of the shop. Out: pieces, rods and bought things still to
 * make, with spares and what is there already. Method: counting over copies and variants; spares by a number, a share, or the least number
 * with which every copy is got at the wanted odds (binomial).
 */
export { countNeeds, sparesFor } from './count';
export type { CountedPart, SawnHeights } from './count';
export { withWishes } from './grant';
export { hardwareOfRun } from './hardware';
export { riskOf } from './part-risk';
export type { SawnHeight } from './part-risk';
export { rodsOfRun } from './rods';
export { mostSpares } from './spares';
export type { PartAtRisk } from './spares';
export { surplusOf } from './surplus';
export type { Surplus } from './surplus';
export { copiesByVariant } from './variants';
