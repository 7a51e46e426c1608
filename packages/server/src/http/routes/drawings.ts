import { Router, type Request } from 'express';
import { ApiError } from '../../api-error';
import type { Database } from '../../db/database';
import { getDrawing, keepDrawing, type Original } from '../../store/drawings';
import { BYTES_BODY, idOf } from './request';

export function drawingRoutes(db: Database): Router {
  const router = Router();
  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    const { fileName, bytes } = await db.read((session) => getDrawing(session, id));
    // An original never changes under its id.
    response.set('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('application/octet-stream').set('X-File-Name', encodeURIComponent(fileName)).send(bytes);
  });
  router.put('/:id', BYTES_BODY, async (request, response) => {
    const [id, file] = [idOf(request), originalOf(request)];
    await db.write((session) => keepDrawing(session, id, file));
    response.status(204).end();
  });
  return router;
}

const LONGEST_NAME = 255;

/** The bytes in the body and, in a header, the name of their file as a URI component. */
function originalOf({ body, headers }: Request): Original {
  const fileName = decoded(headers['x-file-name']);
  if (fileName !== null && fileName.length <= LONGEST_NAME && Buffer.isBuffer(body) && body.length > 0)
    return { fileName, bytes: body };
  throw new ApiError({
    kind: 'invalid-request',
    message: 'An original is sent as its bytes, with the name of its file.',
    where: 'X-File-Name and the body',
    hint: 'Send the file as application/octet-stream, its name as a URI component of at most 255 letters.',
  });
}

function decoded(name: string | readonly string[] | undefined): string | null {
  try {
    return typeof name === 'string' && name !== '' ? decodeURIComponent(name) : null;
  } catch {
    // A lone per cent sign: no URI component.
    return null;
  }
}
