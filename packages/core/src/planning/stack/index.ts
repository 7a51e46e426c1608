/**
 * One stack made whole. In: gangs with their layers, and the shop. Out: the stack with its phases, blades, holes, brads and limits, or why it
 * cannot be. Method: blades are asked for cut by cut, then settled to few; brads stand where a grid of places is clear of every cut.
 */
export { BRAD_MM, CLEAR_OF_EDGE, CLEAR_OF_LINE, FEWEST_BRADS } from './brads';
export { besideCut, bitForLayer, bladesForCut, hintsForCut } from './cut-blades';
export { contextAt, contextOf, newContext } from './family-context';
export type { FamilyContext } from './family-context';
export { heldOf, PILOT_MM } from './held';
export { countsOf, layersInAll, memberMix, mixName } from './member-mix';
export type { MemberMix } from './member-mix';
export { inBestOrder, SAME_MINUTES } from './layer-order';
export { lyingOf } from './lying';
export { sawnStack, unnamedStack } from './sawn-stack';
export { bladesServe, layerLimit, reachesOf } from './stack-limits';
export { bladeWarnings, stackWarnings } from './warnings';
