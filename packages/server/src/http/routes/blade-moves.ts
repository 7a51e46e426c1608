import { Router } from 'express';
import { bladeMovesSchema } from '@rapid-jig/contract';
import type { Database } from '../../db/database';
import { addBladeMoves, listBladeMoves } from '../../store/blade-moves';
import { checked, SMALL_BODY } from './request';

/** The ledger of blades. */
export function bladeMoveRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ moves: await db.read(listBladeMoves) });
  });
  router.post('/', SMALL_BODY, async (request, response) => {
    const { moves } = checked(bladeMovesSchema, request.body);
    response.json({ moves: await db.write((session) => addBladeMoves(session, moves)) });
  });
  return router;
}
