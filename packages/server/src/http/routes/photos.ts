import { Router } from 'express';
import { photoSchema } from '@rapid-jig/contract';
import type { Photos } from '../../store/photos';
import { checked, idOf, PHOTO_BODY } from './request';

/** Photos of the work: JPEGs that were scaled down where they were taken. */
export function photoRoutes(photos: Photos): Router {
  const router = Router();
  router.post('/', PHOTO_BODY, async (request, response) => {
    const { id, jpeg } = checked(photoSchema, request.body);
    await photos.keep(id, Buffer.from(jpeg, 'base64'));
    response.json({ id });
  });
  router.get('/:id', async (request, response) => {
    const bytes = await photos.read(idOf(request));
    // A photo never changes under its id.
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type('image/jpeg').send(bytes);
  });
  return router;
}
