import type { PlanError } from '@rapid-jig/core';
import type { Logger } from 'pino';
import { ApiError } from './api-error';
import type { Session } from './db/database';
import { inputOf, type PlanTask } from './heavy/tasks';
import { getRun, listEvents } from './store/runs';
import { shopAndDrawer } from './store/singletons';
import { rawRevisions } from './store/templates';

/** What the plan of a run depends on, as it is stored now. */
export const planTaskOf = async (session: Session, runId: string): Promise<PlanTask> => ({
  run: (await getRun(session, runId)).doc,
  revisions: await rawRevisions(session, runId),
  ...(await shopAndDrawer(session)),
  work: await listEvents(session, runId),
});

export function cannotPlan([fault]: PlanError, { run }: PlanTask): ApiError {
  return new ApiError({
    kind: 'cannot-plan',
    message: fault?.message ?? 'This run cannot be planned.',
    where: fault?.where ?? run.name,
    hint: fault?.hint ?? 'Open the run and see what it says.',
  });
}

/** A plan that does not pass its own check is kept whole in the log, so that it can be made again from its input. */
export const logWrongPlan = (wrong: readonly string[], task: PlanTask, logger: Logger): void =>
  logger.error({ runId: task.run.id, wrong, input: inputOf(task) }, 'a plan breaks its rules');

/** Wood alone is not taken by such a plan. */
export const wrongPlan = ([wrong]: readonly string[], { run }: PlanTask): ApiError =>
  new ApiError({
    kind: 'wrong-plan',
    message: 'The plan of this run does not pass its own check, so no wood is taken by it.',
    where: wrong ?? run.name,
    hint: 'Nothing is lost. Change a quantity or a layer limit and try again; what was planned is kept in the log.',
  });
