import { Router } from 'express';
import Joi from 'joi';
import { templateSchema } from '@rapid-jig/contract';
import type { Database } from '../../db/database';
import { getRevision, getTemplate, listTemplates, putTemplate } from '../../store/templates';
import { once } from '../../store/writes';
import { versionOf } from '../guards';
import { checked, documentOf, idOf, LARGE_BODY, writeOf } from './request';

const revisionSchema = Joi.number().integer().min(1);

export function templateRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await db.read(listTemplates));
  });
  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    response.json(await db.read((session) => getTemplate(session, id)));
  });
  router.get('/:id/revisions/:revision', async (request, response) => {
    const [id, revision] = [idOf(request), checked(revisionSchema, Number(request.params.revision))];
    response.json(await db.read((session) => getRevision(session, id, revision)));
  });
  router.put('/:id', LARGE_BODY, async (request, response) => {
    const [doc, version] = [documentOf(request, templateSchema), versionOf(request)];
    const write = writeOf(request);
    response.json(await db.write((session) => once(session, write, () => putTemplate(session, doc, version))));
  });
  return router;
}
