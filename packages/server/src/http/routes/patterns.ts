import { Router } from 'express';
import { fileNameFor, tiltBlockPage } from '@rapid-jig/core';
import { tiltBlockSchema, type PatternRequest } from '@rapid-jig/contract';
import { ApiError } from '../../api-error';
import type { Database, Session } from '../../db/database';
import type { Heavy } from '../../heavy/pool';
import type { RawRevision } from '../../heavy/tasks';
import { getSingleton, shopAndDrawer } from '../../store/singletons';
import { rawRevision } from '../../store/templates';
import { checked, checkedLarge, goneSignal, TABLE_BYTES, SMALL_BODY } from './request';

/** Pattern sheets as PDF, true to size. */
export function patternRoutes(db: Database, heavy: Heavy): Router {
  const router = Router();
  router.post('/', TABLE_BYTES, async (request, response) => {
    const wanted = await checkedLarge('patterns', request, heavy);
    const task = await db.read(async (session) => ({
      request: wanted,
      revisions: await revisionsOf(session, wanted),
      ...(await shopAndDrawer(session)),
    }));
    const sheets = await heavy.sheets(task, goneSignal(response));
    if (sheets.kind === 'fault') throw new ApiError(sheets.fault);
    response.attachment(fileNameFor({ name: sheets.name }, 'pdf')).type('application/pdf');
    response.send(Buffer.from(sheets.bytes));
  });
  return router;
}

/** The chart of woods, heights and blades of this shop's drawer as a page for the wall, PDF. */
export function posterRoutes(db: Database, heavy: Heavy): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const bytes = await heavy.poster(await db.read(shopAndDrawer), goneSignal(response));
    response.attachment('blades.pdf').type('application/pdf').send(Buffer.from(bytes));
  });
  return router;
}

/** A block to tilt the table by, true to size, PDF. */
export function tiltBlockRoutes(db: Database, heavy: Heavy): Router {
  const router = Router();
  router.post('/', SMALL_BODY, async (request, response) => {
    const block = checked(tiltBlockSchema, request.body);
    const { doc: shop } = await db.read((session) => getSingleton(session, 'shop'));
    const page = tiltBlockPage(block, shop.paper, shop.units);
    if (!page.ok) throw new ApiError({ ...page.error, kind: 'invalid-request' });
    const bytes = await heavy.page({ page: page.value, title: 'Block for a tilt' }, goneSignal(response));
    response.attachment('tilt-block.pdf').type('application/pdf').send(Buffer.from(bytes));
  });
  return router;
}

/** Each revision asked for, once. */
async function revisionsOf(session: Session, { patterns }: PatternRequest): Promise<RawRevision[]> {
  const keys = new Map(
    patterns.map(({ templateId, revision }) => [`${templateId} ${String(revision)}`, { templateId, revision }]),
  );
  const found: RawRevision[] = [];
  for (const { templateId, revision } of keys.values()) found.push(await rawRevision(session, templateId, revision));
  return found;
}
