import { Router } from 'express';
import { newStockSchema, stockItemSchema, stockMovesSchema } from '@rapid-jig/contract';
import type { Database } from '../../db/database';
import { addMoves, addStock, getRack, putItem } from '../../store/rack';
import { once } from '../../store/writes';
import { versionOf } from '../guards';
import { checked, documentOf, LARGE_BODY, SMALL_BODY, writeOf } from './request';

export function rackRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await db.read(getRack));
  });
  router.put('/:id', SMALL_BODY, async (request, response) => {
    const [doc, version] = [documentOf(request, stockItemSchema), versionOf(request)];
    const write = writeOf(request);
    response.json(await db.write((session) => once(session, write, () => putItem(session, doc, version))));
  });
  router.post('/', LARGE_BODY, async (request, response) => {
    const stock = checked(newStockSchema, request.body);
    const write = writeOf(request);
    await db.write((session) =>
      once(session, write, async () => {
        await addStock(session, stock);
        return {};
      }),
    );
    const { items, moves } = stock;
    response.json({ items: items.map((doc) => ({ version: 1, doc })), moves });
  });
  router.post('/moves', LARGE_BODY, async (request, response) => {
    const { moves } = checked(stockMovesSchema, request.body);
    response.json({ moves: await db.write((session) => addMoves(session, moves)) });
  });
  return router;
}
