import { CORE_VERSION } from '@rapid-jig/core';
import type { PlanChecked, Started } from '@rapid-jig/contract';
import type { Logger } from 'pino';
import type { Database } from './db/database';
import type { Heavy } from './heavy/pool';
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
  const task = await db.read((session) => planTaskOf(session, runId));
  const planned = await heavy.plan(task);
  if (planned.kind === 'cannot-plan') throw cannotPlan(planned.faults, task);
  if (planned.wrong.length > 0) logWrongPlan(planned.wrong, task, logger);
  const started = { inputHash: planned.inputHash, coreVersion: CORE_VERSION, startedAt: now.toISOString() };
  return db.write(async (session) => {
    await keepSnapshot(session, runId, started, planned.planJson);
    return (await findStarted(session, runId)) ?? started;
  });
}

/** Plans a run as it is stored and checks the plan: what does not add up, which is logged too. */
export async function checkRun(runId: string, { db, logger, heavy }: Omit<Starting, 'now'>): Promise<PlanChecked> {
  const task = await db.read((session) => planTaskOf(session, runId));
  const planned = await heavy.plan(task);
  if (planned.kind === 'cannot-plan') throw cannotPlan(planned.faults, task);
  if (planned.wrong.length > 0) logWrongPlan(planned.wrong, task, logger);
  return { wrong: planned.wrong };
}
