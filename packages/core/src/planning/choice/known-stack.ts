import type { StackOfPass } from '../../ledger';
import { gangKeyOf, gangsOfRun, stackKey } from '../blanks';
import type { PlanInput } from '../model/input';
import { uniformKey } from './sawn-mixes';

/**
 * True where a run could have sawn this pass: its layers are of gangs of one family and make the stack that it names; an early
 * pass names a stack of one gang.
 */
export function couldBeSawn({ stack, layers, stackLayers }: StackOfPass, input: PlanInput): boolean {
  const known = gangsOfRun(input);
  if (!known.ok) return false;
  const { gangs, families } = known.value;
  if (!stackLayers) return gangs.some((gang) => uniformKey(gang, layers) === stack);
  const keys = stackLayers.map(gangKeyOf);
  const isOne = families.some(({ members }) => keys.every((key) => members.some(({ gang }) => gang.key === key)));
  return isOne && stackKey(stackLayers.map((id, i) => ({ id, gangKey: keys[i] ?? '' }))) === stack;
}
