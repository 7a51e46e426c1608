export { HARD_ABOVE_N, hardnessClass, NEWTONS_PER_POUND_FORCE, SOFT_BELOW_N, woodById, WOODS } from './woods';
export type { Grain, HardnessClass, Wood, WoodGrain, WoodSource } from './woods';
