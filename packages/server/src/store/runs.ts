import { and, asc, eq, sql } from 'drizzle-orm';
import { hashOf, type Run, type TemplateRevision, type WorkEvent } from '@rapid-jig/core';
import type { PlanSnapshot, StoredRun } from '@rapid-jig/contract';
import type { Session } from '../db/database';
import { planSnapshots, runPins, runs, templateRevisions, workEvents } from '../db/schema';
import { idTaken, notFound, versionConflict } from '../api-error';

const columns = { version: runs.version, doc: runs.doc, startedAt: planSnapshots.startedAt };

/** All runs, in the order they were made. */
export const listRuns = (session: Session): Promise<StoredRun[]> =>
  session
    .select(columns)
    .from(runs)
    .leftJoin(planSnapshots, eq(planSnapshots.runId, runs.id))
    .orderBy(sql`runs.rowid`);

async function findRun(session: Session, id: string): Promise<StoredRun | undefined> {
  const [row] = await session
    .select(columns)
    .from(runs)
    .leftJoin(planSnapshots, eq(planSnapshots.runId, runs.id))
    .where(eq(runs.id, id));
  return row;
}

export async function getRun(session: Session, id: string): Promise<StoredRun> {
  const found = await findRun(session, id);
  if (!found) throw notFound('run', id);
  return found;
}

/** Writes a run and the pins of its revisions. `version` is the one the writer read, 0 for a new run. */
export async function putRun(session: Session, doc: Run, version: number): Promise<StoredRun> {
  const found = await findRun(session, doc.id);
  if ((found?.version ?? 0) !== version) {
    if (!found) throw notFound('run', doc.id);
    throw versionConflict('run', found);
  }
  const next = version + 1;
  const values = { id: doc.id, version: next, doc };
  await session.insert(runs).values(values).onConflictDoUpdate({ target: runs.id, set: values });
  await session.delete(runPins).where(eq(runPins.runId, doc.id));
  for (const { templateId, revision } of doc.lines) {
    const [known] = await session
      .select({ revision: templateRevisions.revision })
      .from(templateRevisions)
      .where(and(eq(templateRevisions.templateId, templateId), eq(templateRevisions.revision, revision)));
    if (!known) throw notFound('revision', `${templateId}, revision ${String(revision)}`);
    await session.insert(runPins).values({ runId: doc.id, templateId, revision });
  }
  return { version: next, doc, startedAt: found?.startedAt ?? null };
}

/** The revisions a run pins, with their content, always in the same order. */
export async function pinnedRevisions(session: Session, runId: string): Promise<TemplateRevision[]> {
  const pinned = and(
    eq(templateRevisions.templateId, runPins.templateId),
    eq(templateRevisions.revision, runPins.revision),
  );
  return session
    .select({ revision: templateRevisions.revision, template: templateRevisions.doc })
    .from(runPins)
    .innerJoin(templateRevisions, pinned)
    .where(eq(runPins.runId, runId))
    .orderBy(asc(runPins.templateId));
}

export async function listEvents(session: Session, runId: string): Promise<WorkEvent[]> {
  const rows = await session
    .select({ doc: workEvents.doc })
    .from(workEvents)
    .where(eq(workEvents.runId, runId))
    .orderBy(asc(workEvents.sequence));
  return rows.map(({ doc }) => doc);
}

export async function hasEvent(session: Session, id: string): Promise<boolean> {
  const [known] = await session.select({ id: workEvents.id }).from(workEvents).where(eq(workEvents.id, id));
  return known !== undefined;
}

/**
 * Adds an event to the ledger of a run; false where it is there already. The same id with other content, or of another
 * run, is refused.
 */
export async function addEvent(session: Session, runId: string, event: WorkEvent): Promise<boolean> {
  await getRun(session, runId);
  const [known] = await session
    .select({ runId: workEvents.runId, doc: workEvents.doc })
    .from(workEvents)
    .where(eq(workEvents.id, event.id));
  if (known && (known.runId !== runId || hashOf(known.doc) !== hashOf(event))) throw idTaken('event', event.id);
  if (known) return false;
  await session.insert(workEvents).values({ id: event.id, runId, doc: event });
  return true;
}

export async function findSnapshot(session: Session, runId: string): Promise<PlanSnapshot | undefined> {
  const [row] = await session.select().from(planSnapshots).where(eq(planSnapshots.runId, runId));
  if (!row) return undefined;
  const { inputHash, coreVersion, startedAt, plan } = row;
  return { inputHash, coreVersion, startedAt, plan };
}

/** Freezes the plan a run starts with. The first one stays. */
export async function keepSnapshot(session: Session, runId: string, snapshot: PlanSnapshot): Promise<void> {
  await session
    .insert(planSnapshots)
    .values({ runId, ...snapshot })
    .onConflictDoNothing();
}
