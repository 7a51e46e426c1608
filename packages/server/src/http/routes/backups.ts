import { join } from 'node:path';
import { Router, type Request } from 'express';
import type { Backups } from '@rapid-jig/contract';
import { ApiError, notFound } from '../../api-error';
import { backupsIn, type BackupPlace } from '../../db/backup';
import type { Heavy } from '../../heavy/pool';
import { onlyHere } from '../guards';

const NOT_HERE = new ApiError({
  kind: 'not-found',
  message: 'This shop is not kept in a file here, so there are no backups of it.',
  where: 'backups',
  hint: 'The demo is made anew with npm run demo -- --fresh; a shop on another server is backed up there.',
});

interface BackupRoutesOptions {
  /** null where the shop is the demo, or kept by another server. */
  readonly place: BackupPlace | null;
  readonly heavy: Heavy;
  readonly clock: () => Date;
  readonly isOwn: (request: Request) => boolean;
}

/** Backups of the shop: which there are, another one, and each as a file to take elsewhere; on the main computer alone. */
export function backupRoutes({ place, heavy, clock, isOwn }: BackupRoutesOptions): Router {
  const router = Router();
  router.use(onlyHere(isOwn, 'Backups are made and taken on the main computer.'));
  if (!place) {
    router.use(() => {
      throw NOT_HERE;
    });
    return router;
  }
  const { folder, keep } = place;
  const told = async (): Promise<Backups> => ({ folder, keep, backups: await backupsIn(folder) });
  router.get('/', async (_request, response) => {
    response.json(await told());
  });
  router.post('/', async (_request, response) => {
    await heavy.backup({ place, now: clock().toISOString() });
    response.json(await told());
  });
  router.get('/:name', async (request, response) => {
    const { name } = request.params;
    const known = (await backupsIn(folder)).find((one) => one.name === name);
    if (!known) throw notFound('backup', name);
    response.download(join(folder, known.name));
  });
  return router;
}
