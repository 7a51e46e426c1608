import { Router } from 'express';
import type { Logger } from 'pino';
import { drawerSchema, machinesSchema, shopSchema } from '@rapid-jig/contract';
import { notFound } from '../../api-error';
import type { Database } from '../../db/database';
import type { Heavy } from '../../heavy/pool';
import { createLive } from '../live';
import { drawingRoutes } from './drawings';
import { patternRoutes } from './patterns';
import { rackRoutes } from './rack';
import { runRoutes } from './runs';
import { singletonRoutes } from './singletons';
import { templateRoutes } from './templates';

/** Every address under `/api`: thin adapters from HTTP to the store. */
export function apiRoutes(db: Database, clock: () => Date, logger: Logger, heavy: Heavy): Router {
  const router = Router();
  const live = createLive();
  router.use(live.watch);
  router.use('/live', live.stream);
  router.use('/templates', templateRoutes(db, heavy));
  router.use('/runs', runRoutes(db, clock, logger, heavy));
  router.use('/shop', singletonRoutes(db, 'shop', shopSchema));
  router.use('/drawer', singletonRoutes(db, 'drawer', drawerSchema));
  router.use('/drawings', drawingRoutes(db));
  router.use('/rack', rackRoutes(db));
  router.use('/machines', singletonRoutes(db, 'machines', machinesSchema));
  router.use('/pattern-sheets', patternRoutes(db, heavy));
  router.use((request) => {
    throw notFound('address', request.originalUrl);
  });
  return router;
}
