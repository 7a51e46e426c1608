/**
 * What is done to which layers, in which order. In: the layers of a stack with their cuts. Out: phases, each with what comes before it, and
 * what of them is done. Method: cuts grouped by the layers that have them, ordered by the shop's school.
 */
export { incompleteIn, leftBeforeGlue } from './completeness';
export type { Incomplete, LeftToDo } from './completeness';
export { entriesOf, wantsSecondEntry } from './entries';
export { goesOf } from './goes';
export { handlingByPhase, handlingOf } from './handling';
export type { Handling } from './handling';
export { lastPhases, layersFinishedIn, layersInHand, phasesMissing } from './last-phases';
export { passSawn } from './pass-sawn';
export type { MarkedPass, SpoiledInPass } from './pass-sawn';
export { passesAhead } from './passes-ahead';
export { isPhaseDone } from './phase-done';
export { isWeighed } from './phase-order';
export { earlierIn, mayFollow } from './precedence';
export type { Before, Ordered } from './precedence';
export { layerIdsOf, phaseKey, phasesOf } from './phases';
export type { Mix, PhaseOutline } from './phases';
