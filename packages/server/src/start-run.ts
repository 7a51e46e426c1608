import { CORE_VERSION } from '@rapid-jig/core';
import type { PlanChecked, Started } from '@rapid-jig/contract';
import type { Logger } from 'pino';
import type { Database } from './db/database';
import type { Heavy } from './heavy/pool';
import type { PlannedTask } from './heavy/tasks';
import { cannotPlan, logWrongPlan, planTaskOf } from './plan-of-run';
import { findStarted, keepSnapshot } from './store/runs';

/** What starting needs beside the run: where it is kept, the time, the log, and who plans. */
export interface Starting {
  readonly db: Database;
  readonly now: Date;
  readonly logger: Logger;
  readonly heavy: Heavy;
}

/**
 * Freezes the plan of a run: planned from what is stored, and kept with the hash of its input. One that the independent verifier
 * refuses is logged, and the run starts all the same: what is sawn counts. A run that was started before keeps its first plan.
 */
export async function startRun(runId: string, { db, now, logger, heavy }: Starting): Promise<Started> {
  const known = await db.read((session) => findStarted(session, runId));
  if (known) return known;
  const planned = await plannedAsStored(runId, { db, logger, heavy });
  const started = { inputHash: planned.inputHash, coreVersion: CORE_VERSION, startedAt: now.toISOString() };
  return db.write(async (session) => {
    await keepSnapshot(session, runId, started, planned.planJson);
    return (await findStarted(session, runId)) ?? started;
  });
}

/** What does not add up in the plan of a run as it is stored. */
export async function checkRun(runId: string, planning: Omit<Starting, 'now'>): Promise<PlanChecked> {
  const { wrong } = await plannedAsStored(runId, planning);
  return { wrong };
}

/** Plans a run as it is stored; what its checker refuses is logged. Throws where there is no plan. */
async function plannedAsStored(runId: string, { db, logger, heavy }: Omit<Starting, 'now'>): Promise<PlannedTask> {
  const task = await db.read((session) => planTaskOf(session, runId));
  const planned = await heavy.plan(task);
  if (planned.kind === 'cannot-plan') throw cannotPlan(planned.faults, task);
  if (planned.wrong.length > 0) logWrongPlan(planned.wrong, task, logger);
  return planned;
}
