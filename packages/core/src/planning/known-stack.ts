import type { PassSawn } from '../ledger';
import { gangsOfRun } from './gangs-of-run';
import type { PlanInput } from './model/input';
import { stackKey } from './stack-key';

/** True where a run could have sawn this pass: some gang of its parts, in so many layers, is the stack that it names. */
export function couldBeSawn({ stack, layers }: Pick<PassSawn, 'stack' | 'layers'>, input: PlanInput): boolean {
  const known = gangsOfRun(input);
  return known.ok && known.value.gangs.some((gang) => stackKey(gang, layers) === stack);
}
