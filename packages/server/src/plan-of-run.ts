import { planRun, verifyPlan, type Plan, type PlanInput } from '@rapid-jig/core';
import type { Logger } from 'pino';
import { ApiError } from './api-error';
import type { Session } from './db/database';
import { getRun, listEvents, pinnedRevisions } from './store/runs';
import { getSingleton } from './store/singletons';

/** What the plan of a run depends on, as it is stored now. */
export const planInputOf = async (session: Session, runId: string): Promise<PlanInput> => ({
  run: (await getRun(session, runId)).doc,
  revisions: await pinnedRevisions(session, runId),
  shop: (await getSingleton(session, 'shop')).doc,
  drawer: (await getSingleton(session, 'drawer')).doc.blades,
  work: await listEvents(session, runId),
});

/** Plans, and lets the independent checker judge; a run that cannot be planned, or is planned wrongly, is `cannot-plan`. */
export async function checkedPlan(input: PlanInput, logger: Logger, plan = planRun): Promise<Plan> {
  const { id: runId, name } = input.run;
  const result = await plan(input, { onStage: () => undefined });
  if (!result.ok) {
    const [fault] = result.error;
    throw new ApiError({
      kind: 'cannot-plan',
      message: fault?.message ?? 'This run cannot be planned.',
      where: fault?.where ?? name,
      hint: fault?.hint ?? 'Open the run and see what it says.',
    });
  }
  const wrong = verifyPlan(result.value, input);
  if (wrong.length === 0) return result.value;
  // Kept whole, so that the plan can be made again from it.
  logger.error({ runId, wrong, input }, 'a plan breaks its rules');
  throw new ApiError({
    kind: 'cannot-plan',
    message: 'The plan of this run does not pass its own check, so it was not started.',
    where: wrong[0] ?? name,
    hint: 'Nothing is lost. Change a quantity or a layer limit and start it again; what was planned is kept in the log.',
  });
}
