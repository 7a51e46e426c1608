import { stepOf, type WorkDone } from '../../ledger';
import { blanksForPasses, gangPlace } from '../blanks';
import { passesAhead } from '../phases';
import { factorsInForce, type FactorValues } from '../model/factors';
import type { GlueUp } from '../model/plan';
import type { Shop } from '../model/shop';
import type { Stack, StackedGang } from '../model/stack';

const blanksFor = (gang: StackedGang, stack: Stack, passes: number): number =>
  blanksForPasses(gang, stack, passes).reduce((sum, { count }) => sum + count, 0);

/** Minutes of hands to glue up the boards of a gang for so many passes of a stack. */
export const glueMinutes = (
  gang: StackedGang,
  stack: Stack,
  passes: number,
  { glueBlank }: Pick<FactorValues, 'glueBlank'>,
): number => glueBlank * (gang.plies.length - 1) * blanksFor(gang, stack, passes);

/** Whether boards of a gang were glued up for a pass of a stack; the events are looked through once for all of them. */
function gluedIn({ standing }: Pick<WorkDone, 'standing'>): (gang: string, stack: string, pass: number) => boolean {
  const glued = new Set<string>();
  for (const event of standing) {
    if (event.kind !== 'step-done' || stepOf(event) !== 'glue' || event.detail === null) continue;
    // Records that name no stack are of a time when all was glued up at once.
    if (event.stack === null) glued.add(event.detail);
    for (const pass of event.passes) glued.add(`${event.detail} ${String(event.stack)} ${String(pass)}`);
  }
  return (gang, stack, pass) => glued.has(gang) || glued.has(`${gang} ${stack} ${String(pass)}`);
}

/** What is glued up before it is sawn: blanks of several boards, those of each gang together; of what is glued already none. */
export function glueUpsOf(
  stacks: readonly Stack[],
  work: Pick<WorkDone, 'standing'>,
  { factors }: Pick<Shop, 'factors'>,
): GlueUp[] {
  const inForce = factorsInForce(factors);
  const isGlued = gluedIn(work);
  const glueUps = new Map<string, GlueUp>();
  for (const stack of stacks.filter(({ passesToCut }) => passesToCut > 0))
    for (const gang of stack.gangs.filter(({ plies }) => plies.length > 1)) {
      // What is in hand was glued up before.
      const fresh = passesAhead(stack).slice(stack.begun.length);
      const passes = fresh.filter((pass) => !isGlued(gang.key, stack.key, pass)).length;
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
