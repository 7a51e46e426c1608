export type { BenchStep, Caution } from './step';
export { benchSteps } from './steps';
export { stepName, tickedIn } from './done';
export type { Ticked } from './done';
export { layersSpoiled, tickStep } from './tick';
export type { StepTick } from './tick';
