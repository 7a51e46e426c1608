/**
 * The order at the saw. In: chosen stacks. Out: spells of one blade and tilt in order, where blades are changed, and what is glued up before.
 * Method: dynamic programming over kinds of stacks; the nearest next setting where there are too many states.
 */
export { bladeUses } from './blade-changes';
export { glueMinutes, glueUpsOf } from './glue-ups';
export { bladesInOrder, bladeTurns, inOrderOf } from './order';
export { costOfChanges, isToSaw, scheduleSpells, spellsOf } from './schedule';
export type { Spell } from './schedule';
