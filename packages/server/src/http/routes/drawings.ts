import { Router } from 'express';
import { drawingFileSchema } from '@rapid-jig/contract';
import type { Database } from '../../db/database';
import { getDrawing, keepDrawing } from '../../store/drawings';
import { checked, idOf, LARGE_BODY } from './request';

export function drawingRoutes(db: Database): Router {
  const router = Router();
  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    response.json(await db.read((session) => getDrawing(session, id)));
  });
  router.put('/:id', LARGE_BODY, async (request, response) => {
    const [id, file] = [idOf(request), checked(drawingFileSchema, request.body)];
    await db.write((session) => keepDrawing(session, id, file));
    response.status(204).end();
  });
  return router;
}
