import { Router } from 'express';
import Joi from 'joi';
import type { Logger } from 'pino';
import { runSchema, workEventSchema } from '@rapid-jig/contract';
import { notFound } from '../../api-error';
import type { Database } from '../../db/database';
import type { Heavy } from '../../heavy/pool';
import { checkRun, startRun, type Starting } from '../../start-run';
import { cutBlanks, reserveWood } from '../../wood-of-run';
import { recordWork } from '../../record-work';
import { findSnapshot, getRun, listRuns, MOST_RUNS, putRun, workOf } from '../../store/runs';
import { servedRevisions } from '../../store/templates';
import { once } from '../../store/writes';
import { versionOf } from '../guards';
import { checked, checkedLarge, documentOf, idOf, TABLE_BYTES, SMALL_BODY, writeOf } from './request';

const stretchSchema = Joi.object<{ after: string }, true>({
  after: Joi.string()
    .pattern(/^\d{1,15}$/, 'a place in the ledger of a run')
    .default('0'),
});

const pageSchema = Joi.object<{ before: string | null; most: string }, true>({
  before: Joi.string().uuid().allow(null).default(null),
  most: Joi.string()
    .pattern(/^([1-9]|[1-4]\d|50)$/, `a number of runs up to ${String(MOST_RUNS)}`)
    .default(String(MOST_RUNS)),
});

export function runRoutes(db: Database, clock: () => Date, logger: Logger, heavy: Heavy): Router {
  const router = Router();
  const starting = (): Starting => ({ db, now: clock(), logger, heavy });
  router.get('/', async (request, response) => {
    const { before, most } = checked(pageSchema, request.query);
    response.json(await db.read((session) => listRuns(session, before, Number(most))));
  });
  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    response.json(await db.read((session) => getRun(session, id)));
  });
  router.put('/:id', SMALL_BODY, async (request, response) => {
    const [doc, version] = [documentOf(request, runSchema), versionOf(request)];
    const write = writeOf(request);
    response.json(await db.write((session) => once(session, write, () => putRun(session, doc, version))));
  });
  router.get('/:id/revisions', async (request, response) => {
    const id = idOf(request);
    response.type('application/json').send(await db.read((session) => servedRevisions(session, id)));
  });
  router.post('/:id/start', async (request, response) => {
    response.json(await startRun(idOf(request), starting()));
  });
  router.get('/:id/check', async (request, response) => {
    response.json(await checkRun(idOf(request), { db, logger, heavy }));
  });
  router.get('/:id/snapshot', async (request, response) => {
    const id = idOf(request);
    const snapshot = await db.read((session) => findSnapshot(session, id));
    if (!snapshot) throw notFound('snapshot', id);
    response.json(snapshot);
  });
  router.get('/:id/events', async (request, response) => {
    const [id, { after }] = [idOf(request), checked(stretchSchema, request.query)];
    response.json(await db.read((session) => workOf(session, id, Number(after))));
  });
  router.post('/:id/blanks', TABLE_BYTES, async (request, response) => {
    const [id, cut] = [idOf(request), await checkedLarge('blanks', request, heavy)];
    response.json(await cutBlanks(id, cut, { db, logger, heavy }));
  });
  router.post('/:id/reserve', TABLE_BYTES, async (request, response) => {
    const [id, reserve] = [idOf(request), await checkedLarge('reserve', request, heavy)];
    response.json({ moves: await reserveWood(id, reserve, { db, logger, heavy }) });
  });
  router.post('/:id/events', SMALL_BODY, async (request, response) => {
    const [id, event] = [idOf(request), checked(workEventSchema, request.body)];
    response.json(await recordWork(id, event, starting()));
  });
  return router;
}
