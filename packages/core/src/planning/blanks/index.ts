/**
 * What lies on one blank, and what may lie on each other. In: counted parts. Out: gangs (the parts of one blank), their blanks, how far
 * they reach in the saw, and families of gangs with one outline. Method: grouping by wood, thickness and outline; layout by true shape where
 * parts lie close together.
 */
export { blankAbreast, blanksForPasses, blanksOf } from './blanks';
export { eventsOfGangs } from './events-of-gangs';
export { splitByKind, staysApart } from './families';
export type { Family, Feature, Member } from './families';
export { gangOfLayer, layersOfGang } from './gang-of-layer';
export { gangName, gangPlace, stackName, stackPlace } from './gangs';
export { familiesOfRun, gangsOfRun, sawnTogether } from './gangs-of-run';
export type { GangsOfRun } from './gangs-of-run';
export { canonicalJson, hashOf, shortKey } from './key';
export { GANG_GAP, layClose, mayLieClose } from './lay-close';
export type { LaidClose } from './lay-close';
export { judgeReach } from './reach';
export { roughCuts } from './rough-cuts';
export { gangKeyOf, stackKey } from './stack-key';
export { abreastOf, gridOf, mostOn, passesOf, placesOn, sharedOut, SMALL_BLANK, stripFor, stripsFor } from './strip';
export { isTilted, settingsOf, slantOf } from './tilt';
