import type { PassSawn } from '../ledger';
import { countNeeds } from './count';
import { formGangs } from './gangs';
import type { PlanInput } from './model/input';
import { stackKey } from './stack-key';

/** True where a run could have sawn this pass: some gang of its parts, in so many layers, is the stack that it names. */
export function couldBeSawn({ stack, layers }: Pick<PassSawn, 'stack' | 'layers'>, input: PlanInput): boolean {
  const counted = countNeeds(input);
  const gangs = counted.ok ? formGangs(counted.value, input.run.measured) : counted;
  return gangs.ok && gangs.value.some((gang) => stackKey(gang, layers) === stack);
}
