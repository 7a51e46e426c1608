import { inHandBy, type StackOfPass, type WorkEvent } from '@rapid-jig/core';
import type { StoredEvents } from '@rapid-jig/contract';
import { ApiError, notFound } from './api-error';
import { planTaskOf } from './plan-of-run';
import { startRun, type Starting } from './start-run';
import { addEvent, hasEvent, isKnownStack, workWith } from './store/runs';

/**
 * Adds what happened at the saw to the ledger of a run and gives back just that. The first pass starts the run; one that cannot be planned any more
 * is recorded all the same, for it was sawn.
 */
export async function recordWork(runId: string, event: WorkEvent, starting: Starting): Promise<StoredEvents> {
  const { db, logger } = starting;
  const stack = stackIn(event);
  if (stack) {
    await refuseUnknownStack(runId, event.id, stack, starting);
    try {
      await startRun(runId, starting);
    } catch (error) {
      if (!(error instanceof ApiError) || error.fault.kind !== 'cannot-plan') throw error;
      logger.warn({ runId, fault: error.fault }, 'a pass of a run that cannot be planned');
    }
  }
  return db.write(async (session) => {
    await addEvent(session, runId, event);
    return workWith(session, runId, event);
  });
}

/** The stack that an event marks or takes in hand; null where it is of none. */
function stackIn(event: WorkEvent): StackOfPass | null {
  if (event.kind === 'pass-taken-back') return null;
  return event.kind === 'pass-sawn' ? event : inHandBy(event);
}

/** A stack is known by the plan the run started with, by what was sawn, or by the run as it is now. */
async function refuseUnknownStack(
  runId: string,
  eventId: string,
  pass: StackOfPass,
  { db, heavy }: Starting,
): Promise<void> {
  const isKnown = await db.read(
    async (session) => (await hasEvent(session, eventId)) || (await isKnownStack(session, runId, pass.stack)),
  );
  if (isKnown) return;
  const plan = await db.read((session) => planTaskOf(session, runId));
  if (!(await heavy.couldBeSawn({ plan, pass }))) throw notFound('stack in this run', pass.stack);
}
