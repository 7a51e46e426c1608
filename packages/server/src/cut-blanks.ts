import type { AfterCutting, CutBlanks } from '@rapid-jig/contract';
import type { Session } from './db/database';
import { addMoves, addStock, getRack } from './store/rack';
import { addEvent, listEvents } from './store/runs';

/**
 * Blanks are cut: the event, the boards they took and the offcuts that are left, in one transaction. The event's id is the
 * key: sent again it changes nothing, so a second click or a second device takes no second board.
 */
export async function cutBlanks(
  session: Session,
  runId: string,
  { event, moves, items }: CutBlanks,
): Promise<AfterCutting> {
  if (await addEvent(session, runId, event)) {
    const isNew = new Set(items.map(({ id }) => id));
    await addMoves(
      session,
      moves.filter(({ itemId }) => !isNew.has(itemId)),
    );
    const received = moves.filter(({ itemId }) => isNew.has(itemId));
    if (items.length > 0) await addStock(session, { items, moves: received });
  }
  return { events: await listEvents(session, runId), rack: await getRack(session) };
}
