import { CORE_VERSION, hashOf, planRun, verifyPlan, type PlanInput } from '@rapid-jig/core';
import type { PlanSnapshot } from '@rapid-jig/contract';
import type { Database } from './db/database';
import { ApiError } from './api-error';
import { findSnapshot, getRun, keepSnapshot, listEvents, pinnedRevisions } from './store/runs';
import { getSingleton } from './store/singletons';

/**
 * Freezes the plan of a run: planned here from what is stored, checked by the independent verifier, kept with the hash
 * of its input. A run that was started before keeps its first plan.
 */
export async function startRun(db: Database, runId: string, now: Date): Promise<PlanSnapshot> {
  const known = await db.read((session) => findSnapshot(session, runId));
  if (known) return known;
  const input = await db.read(async (session): Promise<PlanInput> => ({
    run: (await getRun(session, runId)).doc,
    revisions: await pinnedRevisions(session, runId),
    shop: (await getSingleton(session, 'shop')).doc,
    drawer: (await getSingleton(session, 'drawer')).doc.blades,
    work: await listEvents(session, runId),
  }));
  const result = await planRun(input, { onStage: () => undefined });
  if (!result.ok) {
    const [fault] = result.error;
    throw new ApiError({
      kind: 'cannot-plan',
      message: fault?.message ?? 'This run cannot be planned.',
      where: fault?.where ?? input.run.name,
      hint: fault?.hint ?? 'Open the run and see what it says.',
    });
  }
  const violations = verifyPlan(result.value, input);
  if (violations.length > 0) throw new Error(`the plan of run ${runId} breaks its rules: ${violations.join('; ')}`);
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
