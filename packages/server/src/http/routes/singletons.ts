import { Router } from 'express';
import type { Schema } from 'joi';
import type { Database } from '../../db/database';
import { getSingleton, putSingleton, type Singletons } from '../../store/singletons';
import { once } from '../../store/writes';
import { versionOf } from '../guards';
import { checked, SMALL_BODY, writeOf } from './request';

/** The routes of a document there is one of. */
export function singletonRoutes<K extends keyof Singletons>(
  db: Database,
  name: K,
  schema: Schema<Singletons[K]>,
): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await db.read((session) => getSingleton(session, name)));
  });
  router.put('/', SMALL_BODY, async (request, response) => {
    const [doc, version] = [checked(schema, request.body), versionOf(request)];
    const write = writeOf(request);
    response.json(await db.write((session) => once(session, write, () => putSingleton(session, name, doc, version))));
  });
  return router;
}
