import { Router } from 'express';
import { stockItemSchema } from '@rapid-jig/contract';
import type { Database } from '../../db/database';
import type { Heavy } from '../../heavy/pool';
import { addMoves, addStock, getRack, putItem } from '../../store/rack';
import { once } from '../../store/writes';
import { versionOf } from '../guards';
import { checkedLarge, documentOf, TABLE_BYTES, SMALL_BODY, writeOf } from './request';

export function rackRoutes(db: Database, heavy: Heavy): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await db.read(getRack));
  });
  router.put('/:id', SMALL_BODY, async (request, response) => {
    const [doc, version] = [documentOf(request, stockItemSchema), versionOf(request)];
    const write = writeOf(request);
    response.json(await db.write((session) => once(session, write, () => putItem(session, doc, version))));
  });
  router.post('/', TABLE_BYTES, async (request, response) => {
    const stock = await checkedLarge('stock', request, heavy);
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
  router.post('/moves', TABLE_BYTES, async (request, response) => {
    const { moves } = await checkedLarge('moves', request, heavy);
    response.json({ moves: await db.write((session) => addMoves(session, moves)) });
  });
  return router;
}
