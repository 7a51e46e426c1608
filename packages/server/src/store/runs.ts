import { and, asc, eq, gt, lt, max, sql } from 'drizzle-orm';
import { hashOf, type Run, type WorkEvent } from '@rapid-jig/core';
import type { NamedThing, PlanSnapshot, Started, StoredEvents, StoredRun, Written } from '@rapid-jig/contract';
import type { Session } from '../db/database';
import { planSnapshots, runPins, runs, stackOfEvent, templateRevisions, workEvents } from '../db/schema';
import { idTaken, notFound } from '../api-error';
import { sameOrConflict } from './versions';

const columns = { version: runs.version, doc: runs.doc, startedAt: planSnapshots.startedAt };

/** Runs of one page of a list. */
export const MOST_RUNS = 50;

/** So many runs at the most that were made before another, the newest first; the newest of all where none is given. */
export const listRuns = (session: Session, before: string | null = null, most = MOST_RUNS): Promise<StoredRun[]> =>
  session
    .select(columns)
    .from(runs)
    .leftJoin(planSnapshots, eq(planSnapshots.runId, runs.id))
    .where(before === null ? undefined : sql`runs.rowid < (select rowid from runs where id = ${before})`)
    .orderBy(sql`runs.rowid desc`)
    .limit(most);

/** What all runs are called, the newest first. */
export const namesOfRuns = (session: Session): Promise<NamedThing[]> =>
  session
    .select({ id: runs.id, name: sql<string>`json_extract(runs.doc, '$.doc.name')` })
    .from(runs)
    .orderBy(sql`runs.rowid desc`);

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
export async function putRun(session: Session, doc: Run, version: number): Promise<Written> {
  const found = await findRun(session, doc.id);
  const same = sameOrConflict('run', doc, version, found);
  if (same) return same;
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
  return { version: next };
}

const eventsAfter = (session: Session, runId: string, after: number) =>
  session
    .select({ doc: workEvents.doc, sequence: workEvents.sequence })
    .from(workEvents)
    .where(and(eq(workEvents.runId, runId), gt(workEvents.sequence, after)))
    .orderBy(asc(workEvents.sequence));

export async function listEvents(session: Session, runId: string): Promise<WorkEvent[]> {
  return (await eventsAfter(session, runId, 0)).map(({ doc }) => doc);
}

export async function hasEvent(session: Session, id: string): Promise<boolean> {
  const [known] = await session.select({ id: workEvents.id }).from(workEvents).where(eq(workEvents.id, id));
  return known !== undefined;
}

/** What was done in a run behind a place of its ledger, and since when it is being sawn. */
export async function workOf(session: Session, runId: string, after = 0): Promise<StoredEvents> {
  const { startedAt } = await getRun(session, runId);
  const rows = await eventsAfter(session, runId, after);
  return { events: rows.map(({ doc }) => doc), startedAt, after, upTo: rows.at(-1)?.sequence ?? after };
}

/** One event that is recorded, as the stretch of the ledger that it is. */
export async function workWith(session: Session, runId: string, event: WorkEvent): Promise<StoredEvents> {
  const { startedAt } = await getRun(session, runId);
  const own = eq(workEvents.runId, runId);
  const [row] = await session
    .select({ sequence: workEvents.sequence })
    .from(workEvents)
    .where(and(own, eq(workEvents.id, event.id)));
  if (!row) throw notFound('event in this run', event.id);
  const { sequence } = row;
  const [before] = await session
    .select({ sequence: max(workEvents.sequence) })
    .from(workEvents)
    .where(and(own, lt(workEvents.sequence, sequence)));
  return { events: [event], startedAt, after: before?.sequence ?? 0, upTo: sequence };
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
  await refuseUnknownParts(session, runId, event);
  await session.insert(workEvents).values({ id: event.id, runId, doc: event });
  return true;
}

/** Parts and rods that an event counts stand in some revision of the templates that the run makes. */
async function refuseUnknownParts(session: Session, runId: string, event: WorkEvent): Promise<void> {
  for (const id of countedIn(event)) {
    // Ids are unique and written by JSON.stringify: looking for their text spares reading megabytes of lines.
    const names = sql`instr(${sql.raw('template_revisions.doc')}, ${`"id":"${id}"`}) > 0`;
    const [known] = await session
      .select({ revision: templateRevisions.revision })
      .from(runPins)
      .innerJoin(templateRevisions, eq(templateRevisions.templateId, runPins.templateId))
      .where(and(eq(runPins.runId, runId), names))
      .limit(1);
    if (!known) throw notFound('part in this run', id);
  }
}

/** True where the stack stands in the plan the run was started with, or in a pass that is recorded. */
export async function isKnownStack(session: Session, runId: string, stack: string): Promise<boolean> {
  const own = eq(workEvents.runId, runId);
  const [sawn] = await session
    .select({ id: workEvents.id })
    .from(workEvents)
    .where(and(own, sql`${stackOfEvent} = ${stack}`))
    .limit(1);
  if (sawn) return true;
  const [planned] = await session
    .select({ runId: planSnapshots.runId })
    .from(planSnapshots)
    .where(
      and(
        eq(planSnapshots.runId, runId),
        sql`exists (select 1 from json_each(${planSnapshots.plan}, '$.doc.stacks')
              where json_extract(value, '$.key') = ${stack})`,
      ),
    );
  return planned !== undefined;
}

function countedIn(event: WorkEvent): string[] {
  switch (event.kind) {
    case 'pass-sawn':
      return Object.keys(event.counts);
    case 'rods-cut':
      return [event.rod];
    case 'blanks-cut':
      return Object.keys(event.rods);
    case 'layers-spoiled':
      return event.lost.flatMap(({ pieces }) => Object.keys(pieces));
    case 'piece-off':
      return [event.partId];
    case 'step-done':
    case 'noticed':
    case 'sets-assembled':
    case 'pass-taken-back':
      return [];
  }
}

/** When and from what a run was started, without its plan. */
export async function findStarted(session: Session, runId: string): Promise<Started | undefined> {
  const { inputHash, coreVersion, startedAt } = planSnapshots;
  const [row] = await session
    .select({ inputHash, coreVersion, startedAt })
    .from(planSnapshots)
    .where(eq(planSnapshots.runId, runId));
  return row;
}

export async function findSnapshot(session: Session, runId: string): Promise<PlanSnapshot | undefined> {
  const [row] = await session.select().from(planSnapshots).where(eq(planSnapshots.runId, runId));
  if (!row) return undefined;
  const { inputHash, coreVersion, startedAt, plan } = row;
  return { inputHash, coreVersion, startedAt, plan };
}

/** Freezes the plan a run starts with. The first one stays. */
export async function keepSnapshot(session: Session, runId: string, started: Started, planJson: string): Promise<void> {
  await session
    .insert(planSnapshots)
    .values({ runId, ...started, plan: sql`${planJson}` })
    .onConflictDoNothing();
}
