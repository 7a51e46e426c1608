import { Router } from 'express';
import { photoSchema } from '@rapid-jig/contract';
import type { Database } from '../../db/database';
import { keepPhoto, photoOf } from '../../store/photos';
import { checked, idOf, PHOTO_BODY } from './request';

/** Photos of the work: JPEGs that were scaled down where they were taken. */
export function photoRoutes(db: Database): Router {
  const router = Router();
  router.post('/', PHOTO_BODY, async (request, response) => {
    const { id, jpeg } = checked(photoSchema, request.body);
    await db.write((session) => keepPhoto(session, id, Buffer.from(jpeg, 'base64')));
    response.json({ id });
  });
  router.get('/:id', async (request, response) => {
    const bytes = await db.read((session) => photoOf(session, idOf(request)));
    // A photo never changes under its id.
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type('image/jpeg').send(bytes);
  });
  return router;
}
