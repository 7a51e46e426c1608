import { stepOf, type WorkDone } from '../../ledger';
import { blanksOf, gangPlace } from '../blanks';
import { passesAhead } from '../phases';
import { factorsInForce, type FactorValues } from '../model/factors';
import type { GlueUp } from '../model/plan';
import type { Shop } from '../model/shop';
import type { Stack, StackedGang } from '../model/stack';

/** Blanks of a gang for so many passes of a stack, whether their boards are cut already or not. */
const blanksFor = (gang: StackedGang, stack: Stack, passes: number): number =>
  blanksOf({ ...stack, gangs: [gang], layersReady: {}, passesToCut: passes }).reduce(
    (sum, { count }) => sum + count,
    0,
  );

/** Minutes of hands to glue up the boards of a gang for so many passes of a stack. */
export const glueMinutes = (
  gang: StackedGang,
  stack: Stack,
  passes: number,
  { glueBlank }: Pick<FactorValues, 'glueBlank'>,
): number => glueBlank * (gang.plies.length - 1) * blanksFor(gang, stack, passes);

/** The passes to cut for which boards of a gang were not glued up yet. What is in hand was glued up before. */
function passesUnglued(gang: StackedGang, stack: Stack, { standing }: Pick<WorkDone, 'standing'>): number {
  const glued = new Set<number>();
  for (const event of standing) {
    if (event.kind !== 'step-done' || stepOf(event) !== 'glue' || event.detail !== gang.key) continue;
    // Records that name no stack are of a time when all was glued up at once.
    if (event.stack === null) return 0;
    if (event.stack === stack.key) for (const pass of event.passes) glued.add(pass);
  }
  return passesAhead(stack)
    .slice(stack.begun.length)
    .filter((pass) => !glued.has(pass)).length;
}

/** What is glued up before it is sawn: blanks of several boards, those of each gang together; of what is glued already none. */
export function glueUpsOf(
  stacks: readonly Stack[],
  work: Pick<WorkDone, 'standing'>,
  { factors }: Pick<Shop, 'factors'>,
): GlueUp[] {
  const inForce = factorsInForce(factors);
  const glueUps = new Map<string, GlueUp>();
  for (const stack of stacks)
    for (const gang of stack.gangs.filter(({ plies }) => plies.length > 1)) {
      if (stack.passesToCut === 0) continue;
      const passes = passesUnglued(gang, stack, work);
      const before = glueUps.get(gang.key);
      glueUps.set(gang.key, {
        gangKey: gang.key,
        where: gangPlace(gang),
        plies: gang.plies,
        count: (before?.count ?? 0) + blanksFor(gang, stack, passes),
        handsMinutes: (before?.handsMinutes ?? 0) + glueMinutes(gang, stack, passes, inForce),
        waitMinutes: inForce.clampWait,
      });
    }
  return [...glueUps.values()];
}
