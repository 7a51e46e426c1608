import { CORE_VERSION, hashOf, planRun } from '@rapid-jig/core';
import type { PlanSnapshot } from '@rapid-jig/contract';
import type { Logger } from 'pino';
import type { Database } from './db/database';
import { checkedPlan, planInputOf } from './plan-of-run';
import { findSnapshot, keepSnapshot } from './store/runs';

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
  const input = await db.read((session) => planInputOf(session, runId));
  const snapshot: PlanSnapshot = {
    inputHash: hashOf(input),
    coreVersion: CORE_VERSION,
    startedAt: now.toISOString(),
    plan: await checkedPlan(input, logger, plan),
  };
  return db.write(async (session) => {
    await keepSnapshot(session, runId, snapshot);
    return (await findSnapshot(session, runId)) ?? snapshot;
  });
}
