import { Router } from 'express';
import { fileNameFor, patternsFor, patternSheets, type TemplateRevision } from '@rapid-jig/core';
import { patternRequestSchema, type PatternRequest } from '@rapid-jig/contract';
import { ApiError } from '../../api-error';
import type { Database, Session } from '../../db/database';
import { writePdf } from '../../pdf/write-pdf';
import { getSingleton } from '../../store/singletons';
import { getRevision } from '../../store/templates';
import { checked, SMALL_BODY } from './request';

/** What one PDF may hold; more is printed in several. */
const MOST_PAGES = 600;

/** Pattern sheets as PDF, true to size. */
export function patternRoutes(db: Database): Router {
  const router = Router();
  router.post('/', SMALL_BODY, async (request, response) => {
    const wanted = checked(patternRequestSchema, request.body);
    const { revisions, shop, drawer } = await db.read(async (session) => ({
      revisions: await revisionsOf(session, wanted),
      shop: (await getSingleton(session, 'shop')).doc,
      drawer: (await getSingleton(session, 'drawer')).doc,
    }));
    const patterns = patternsFor(wanted.patterns, revisions, shop, drawer.blades);
    if (!patterns.ok) throw new ApiError({ ...patterns.error, kind: 'not-found' });
    const { pages } = patternSheets(patterns.value, wanted.options);
    if (pages.length > MOST_PAGES) throw tooManyPages(pages.length);
    const [first] = revisions;
    const name = first?.template.name ?? 'patterns';
    response.attachment(fileNameFor({ name }, 'pdf')).type('application/pdf');
    response.send(await writePdf(pages, name));
  });
  return router;
}

/** Each revision asked for, once. */
async function revisionsOf(session: Session, { patterns }: PatternRequest): Promise<TemplateRevision[]> {
  const keys = new Map(
    patterns.map(({ templateId, revision }) => [`${templateId} ${String(revision)}`, { templateId, revision }]),
  );
  const found: TemplateRevision[] = [];
  for (const { templateId, revision } of keys.values())
    found.push({ revision, template: await getRevision(session, templateId, revision) });
  return found;
}

const tooManyPages = (pages: number): ApiError =>
  new ApiError({
    kind: 'too-large',
    message: `These would be ${String(pages)} sheets; up to ${String(MOST_PAGES)} are written at once.`,
    where: 'patterns',
    hint: 'Print fewer copies at a time.',
  });
