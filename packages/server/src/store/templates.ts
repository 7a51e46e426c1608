import { and, asc, eq, sql, type SQL } from 'drizzle-orm';
import { cardOf, openForm, type Template, type TemplateCard } from '@rapid-jig/core';
import type { NamedTemplate, StoredCard, StoredTemplate, WrittenTemplate } from '@rapid-jig/contract';
import type { Session } from '../db/database';
import { runPins, templateRevisions, templates } from '../db/schema';
import { notFound } from '../api-error';
import type { RawRevision, ReadTemplate } from '../heavy/tasks';
import { sameOrConflict } from './versions';

const current = and(eq(templateRevisions.templateId, templates.id), eq(templateRevisions.revision, templates.revision));
const columns = { version: templates.version, revision: templates.revision, doc: templateRevisions.doc };

/** All templates as lists show them, in the order they were made. A card that is not there yet is made and kept. */
export async function listCards(session: Session): Promise<StoredCard[]> {
  const rows = await session
    .select({ id: templates.id, version: templates.version, revision: templates.revision, card: templates.card })
    .from(templates)
    .innerJoin(templateRevisions, current)
    .orderBy(sql`templates.rowid`);
  const cards: StoredCard[] = [];
  for (const { id, card, ...rest } of rows) cards.push({ ...rest, card: card ?? (await madeCard(session, id)) });
  return cards;
}

/** What templates and their parts are called, without their pictures. */
export async function namesOfTemplates(session: Session): Promise<NamedTemplate[]> {
  const rows = await session
    .select({
      id: templates.id,
      name: sql<string | null>`json_extract(templates.card, '$.name')`,
      parts: sql<string | null>`json_extract(templates.card, '$.parts')`,
    })
    .from(templates)
    .orderBy(sql`templates.rowid`);
  const named: NamedTemplate[] = [];
  for (const { id, name, parts } of rows) {
    const card = name === null || parts === null ? await madeCard(session, id) : null;
    // Written only from a card.
    const own = card?.parts ?? (JSON.parse(parts ?? '[]') as TemplateCard['parts']);
    named.push({ id, name: name ?? card?.name ?? '', parts: own.map((part) => ({ id: part.id, name: part.name })) });
  }
  return named;
}

async function madeCard(session: Session, id: string): Promise<TemplateCard> {
  const card = cardOf((await getTemplate(session, id)).doc);
  await session.update(templates).set({ card }).where(eq(templates.id, id));
  return card;
}

/** As it is stored, unread. */
const raw = sql<string>`template_revisions.doc`;
/** The template itself as JSON, without the number of its form. */
const served = sql<string>`json_extract(template_revisions.doc, '$.doc')`;

/** A revision as it is stored, for a worker to read. */
export async function rawRevision(session: Session, id: string, revision: number): Promise<RawRevision> {
  const [row] = await session.select({ json: raw }).from(templateRevisions).where(at(id, revision));
  if (!row) throw notFound('revision', `${id}, revision ${String(revision)}`);
  return { revision, json: row.json };
}

/** A revision as JSON; final where a newer one stands after it. The newest may be let go by its run and written again. */
export async function servedRevision(
  session: Session,
  id: string,
  revision: number,
): Promise<{ readonly json: string; readonly isFinal: boolean }> {
  const [row] = await session
    .select({ json: served, newest: templates.revision })
    .from(templateRevisions)
    .innerJoin(templates, eq(templates.id, templateRevisions.templateId))
    .where(at(id, revision));
  if (!row) throw notFound('revision', `${id}, revision ${String(revision)}`);
  return { json: row.json, isFinal: row.newest > revision };
}

const at = (id: string, revision: number) =>
  and(eq(templateRevisions.templateId, id), eq(templateRevisions.revision, revision));

/** The revisions a run pins as they are stored, always in the same order. */
export const rawRevisions = (session: Session, runId: string): Promise<RawRevision[]> => pinnedBy(session, runId, raw);

/** The same as one JSON text for whoever asks: megabytes of lines pass through unread. */
export async function servedRevisions(session: Session, runId: string): Promise<string> {
  const found = await pinnedBy(session, runId, served);
  return `[${found.map(({ revision, json }) => `{"revision":${String(revision)},"template":${json}}`).join(',')}]`;
}

const pinnedBy = (session: Session, runId: string, json: SQL<string>): Promise<RawRevision[]> =>
  session
    .select({ revision: templateRevisions.revision, json })
    .from(runPins)
    .innerJoin(
      templateRevisions,
      and(eq(templateRevisions.templateId, runPins.templateId), eq(templateRevisions.revision, runPins.revision)),
    )
    .where(eq(runPins.runId, runId))
    .orderBy(asc(runPins.templateId));

async function isPinned(session: Session, id: string, revision: number): Promise<boolean> {
  const ofRevision = and(eq(runPins.templateId, id), eq(runPins.revision, revision));
  return (await session.select().from(runPins).where(ofRevision).limit(1)).length > 0;
}

async function findTemplate(session: Session, id: string): Promise<StoredTemplate | undefined> {
  const [row] = await session
    .select(columns)
    .from(templates)
    .innerJoin(templateRevisions, current)
    .where(eq(templates.id, id));
  return row;
}

export async function getTemplate(session: Session, id: string): Promise<StoredTemplate> {
  const found = await findTemplate(session, id);
  if (!found) throw notFound('template', id);
  return found;
}

/**
 * Writes a template. `version` is the one the writer read, 0 for a new template. A revision that some run pins stays
 * as it is: the change starts the next one.
 */
export async function putTemplate(
  session: Session,
  { id, json, cardJson }: Extract<ReadTemplate, { ok: true }>,
  version: number,
): Promise<WrittenTemplate> {
  const [found] = await session
    .select({ version: templates.version, revision: templates.revision })
    .from(templates)
    .where(eq(templates.id, id));
  if ((found?.version ?? 0) !== version) return sameTemplate(session, id, json, version);
  const next = version + 1;
  // Written by the worker that read and checked it, in the form of today.
  const [doc, card] = [sql`${json}`, sql`${cardJson}`];
  if (!found) {
    await session.insert(templates).values({ id, version: next, revision: 1, card });
    await session.insert(templateRevisions).values({ templateId: id, revision: 1, doc });
    return { version: next, revision: 1 };
  }
  const revision = (await isPinned(session, id, found.revision)) ? found.revision + 1 : found.revision;
  await session.update(templates).set({ version: next, revision, card }).where(eq(templates.id, id));
  await session
    .insert(templateRevisions)
    .values({ templateId: id, revision, doc })
    .onConflictDoUpdate({ target: [templateRevisions.templateId, templateRevisions.revision], set: { doc } });
  return { version: next, revision };
}

/** A stale write: what is stored, where it says the very same; else it is refused. */
async function sameTemplate(session: Session, id: string, json: string, version: number): Promise<WrittenTemplate> {
  const found = await findTemplate(session, id);
  const said = openForm<Template>('template', JSON.parse(json));
  if (!said.ok) throw new Error(said.error.message);
  const same = sameOrConflict('template', said.value, version, found);
  if (!same || !found) throw new Error(`template ${id} is not stale`);
  return { ...same, revision: found.revision };
}
