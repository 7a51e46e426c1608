import { and, eq, sql } from 'drizzle-orm';
import type { Template } from '@rapid-jig/core';
import type { StoredTemplate, WrittenTemplate } from '@rapid-jig/contract';
import type { Session } from '../db/database';
import { runPins, templateRevisions, templates } from '../db/schema';
import { notFound } from '../api-error';
import { sameOrConflict } from './versions';

const current = and(eq(templateRevisions.templateId, templates.id), eq(templateRevisions.revision, templates.revision));
const columns = { version: templates.version, revision: templates.revision, doc: templateRevisions.doc };

/** All templates at their newest revision, in the order they were made. */
export const listTemplates = (session: Session): Promise<StoredTemplate[]> =>
  session
    .select(columns)
    .from(templates)
    .innerJoin(templateRevisions, current)
    .orderBy(sql`templates.rowid`);

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

/** One revision of a template, as runs pin it. */
export async function getRevision(session: Session, id: string, revision: number): Promise<Template> {
  const [row] = await session
    .select({ doc: templateRevisions.doc })
    .from(templateRevisions)
    .where(and(eq(templateRevisions.templateId, id), eq(templateRevisions.revision, revision)));
  if (!row) throw notFound('revision', `${id}, revision ${String(revision)}`);
  return row.doc;
}

/**
 * Writes a template. `version` is the one the writer read, 0 for a new template. A revision that some run pins stays
 * as it is: the change starts the next one.
 */
export async function putTemplate(session: Session, doc: Template, version: number): Promise<WrittenTemplate> {
  const found = await findTemplate(session, doc.id);
  const same = sameOrConflict('template', doc, version, found);
  if (same && found) return { ...same, revision: found.revision };
  const next = version + 1;
  if (!found) {
    await session.insert(templates).values({ id: doc.id, version: next, revision: 1 });
    await session.insert(templateRevisions).values({ templateId: doc.id, revision: 1, doc });
    return { version: next, revision: 1 };
  }
  const ofRevision = and(eq(runPins.templateId, doc.id), eq(runPins.revision, found.revision));
  const [pin] = await session.select().from(runPins).where(ofRevision).limit(1);
  const revision = pin ? found.revision + 1 : found.revision;
  await session.update(templates).set({ version: next, revision }).where(eq(templates.id, doc.id));
  await session
    .insert(templateRevisions)
    .values({ templateId: doc.id, revision, doc })
    .onConflictDoUpdate({ target: [templateRevisions.templateId, templateRevisions.revision], set: { doc } });
  return { version: next, revision };
}
