import { Router } from 'express';
import type { Logger } from 'pino';
import { drawerSchema, machinesSchema, shopSchema } from '@rapid-jig/contract';
import { notFound } from '../../api-error';
import type { Database } from '../../db/database';
import type { Heavy } from '../../heavy/pool';
import { namesOfRuns } from '../../store/runs';
import { namesOfTemplates } from '../../store/templates';
import { createLive } from '../live';
import { bladeMoveRoutes } from './blade-moves';
import { drawingRoutes } from './drawings';
import { photoRoutes } from './photos';
import { patternRoutes, posterRoutes, tiltBlockRoutes } from './patterns';
import { rackRoutes } from './rack';
import { runRoutes } from './runs';
import { singletonRoutes } from './singletons';
import { templateRoutes } from './templates';

export interface ApiOptions {
  readonly db: Database;
  readonly clock: () => Date;
  readonly logger: Logger;
  readonly heavy: Heavy;
  /** Names the web app that is served; null where none is. */
  readonly build: string | null;
  readonly stopping: AbortSignal;
}

/** Every address under `/api`: thin adapters from HTTP to the store. */
export function apiRoutes({ db, clock, logger, heavy, build, stopping }: ApiOptions): Router {
  const router = Router();
  const live = createLive(build, stopping);
  router.use(live.watch);
  router.use('/live', live.stream);
  router.use('/templates', templateRoutes(db, heavy));
  router.use('/runs', runRoutes(db, clock, logger, heavy));
  router.get('/names', async (_request, response) => {
    response.json(
      await db.write(async (session) => ({
        runs: await namesOfRuns(session),
        templates: await namesOfTemplates(session),
      })),
    );
  });
  router.use('/shop', singletonRoutes(db, 'shop', shopSchema));
  router.use('/blade-moves', bladeMoveRoutes(db));
  router.use('/drawer', singletonRoutes(db, 'drawer', drawerSchema));
  router.use('/drawings', drawingRoutes(db));
  router.use('/photos', photoRoutes(db));
  router.use('/rack', rackRoutes(db, heavy));
  router.use('/machines', singletonRoutes(db, 'machines', machinesSchema));
  router.use('/pattern-sheets', patternRoutes(db, heavy));
  router.use('/blade-poster', posterRoutes(db, heavy));
  router.use('/tilt-block', tiltBlockRoutes(db, heavy));
  router.use((request) => {
    throw notFound('address', request.originalUrl);
  });
  return router;
}
