import { Router } from 'express';
import Joi from 'joi';
import { ApiError } from '../../api-error';
import type { Database } from '../../db/database';
import type { Heavy } from '../../heavy/pool';
import { getTemplate, listCards, putTemplate, servedRevision } from '../../store/templates';
import { once } from '../../store/writes';
import { versionOf } from '../guards';
import { checked, idOf, TEMPLATE_BYTES, refuseOtherId, goneSignal, writeOf } from './request';

const revisionSchema = Joi.number().integer().min(1);

export function templateRoutes(db: Database, heavy: Heavy): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await db.write(listCards));
  });
  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    response.json(await db.read((session) => getTemplate(session, id)));
  });
  router.get('/:id/revisions/:revision', async (request, response) => {
    const [id, revision] = [idOf(request), checked(revisionSchema, Number(request.params.revision))];
    const { json, isFinal } = await db.read((session) => servedRevision(session, id, revision));
    if (isFinal) response.set('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('application/json').send(json);
  });
  // A large template is read, checked and drawn small by a worker: here its bytes only pass through.
  router.put('/:id', TEMPLATE_BYTES, async (request, response) => {
    const [id, version, write] = [idOf(request), versionOf(request), writeOf(request)];
    const read = await heavy.readTemplate(request.body as Buffer, goneSignal(response));
    if (!read.ok) throw new ApiError(read.fault);
    refuseOtherId(read.id, id);
    response.json(await db.write((session) => once(session, write, () => putTemplate(session, read, version))));
  });
  return router;
}
