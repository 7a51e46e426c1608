import { CORE_VERSION, hashOf, planRun, verifyPlan, type PlanInput } from '@rapid-jig/core';
import type { PlanSnapshot } from '@rapid-jig/contract';
import type { Logger } from 'pino';
import type { Database } from './db/database';
import { ApiError } from './api-error';
import { findSnapshot, getRun, keepSnapshot, listEvents, pinnedRevisions } from './store/runs';
import { getSingleton } from './store/singletons';

/**
 * Freezes the plan of a run: planned here from what is stored, checked by the independent verifier, kept with the hash
 * of its input. A run that was started before keeps its first plan.
 */
export async function startRun(
  db: Database,
  runId: string,
  now: Date,
  logger: Logger,
  plan = planRun,
): Promise<PlanSnapshot> {
  const known = await db.read((session) => findSnapshot(session, runId));
  if (known) return known;
  const input = await db.read(async (session): Promise<PlanInput> => ({
    run: (await getRun(session, runId)).doc,
    revisions: await pinnedRevisions(session, runId),
    shop: (await getSingleton(session, 'shop')).doc,
    drawer: (await getSingleton(session, 'drawer')).doc.blades,
    work: await listEvents(session, runId),
  }));
  const result = await plan(input, { onStage: () => undefined });
  if (!result.ok) {
    const [fault] = result.error;
    throw new ApiError({
      kind: 'cannot-plan',
      message: fault?.message ?? 'This run cannot be planned.',
      where: fault?.where ?? input.run.name,
      hint: fault?.hint ?? 'Open the run and see what it says.',
    });
  }
  const wrong = verifyPlan(result.value, input);
  if (wrong.length > 0) {
    // Kept whole, so that the plan can be made again from it.
    logger.error({ runId, wrong, input }, 'a plan breaks its rules');
    throw new ApiError({
      kind: 'cannot-plan',
      message: 'The plan of this run does not pass its own check, so it was not started.',
      where: wrong[0] ?? input.run.name,
      hint: 'Nothing is lost. Change a quantity or a layer limit and start it again; what was planned is kept in the log.',
    });
  }
  const snapshot: PlanSnapshot = {
    inputHash: hashOf(input),
    coreVersion: CORE_VERSION,
    startedAt: now.toISOString(),
    plan: result.value,
  };
  return db.write(async (session) => {
    await keepSnapshot(session, runId, snapshot);
    return (await findSnapshot(session, runId)) ?? snapshot;
  });
}
