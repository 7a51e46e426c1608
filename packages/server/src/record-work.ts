import type { WorkEvent } from '@rapid-jig/core';
import type { StoredEvents } from '@rapid-jig/contract';
import { ApiError } from './api-error';
import { startRun, type Starting } from './start-run';
import { addEvent, workOf } from './store/runs';

/**
 * Adds what happened at the saw to the ledger of a run. The first pass starts the run; one that cannot be planned any more
 * is recorded all the same, for it was sawn.
 */
export async function recordWork(runId: string, event: WorkEvent, starting: Starting): Promise<StoredEvents> {
  const { db, logger } = starting;
  if (event.kind === 'pass-sawn') {
    try {
      await startRun(runId, starting);
    } catch (error) {
      if (!(error instanceof ApiError) || error.fault.kind !== 'cannot-plan') throw error;
      logger.warn({ runId, fault: error.fault }, 'a pass of a run that cannot be planned');
    }
  }
  return db.write(async (session) => {
    await addEvent(session, runId, event);
    return workOf(session, runId);
  });
}
