import {
  drawDown,
  hashOf,
  rackOfRun,
  verifyWood,
  type DrawDown,
  type StockItem,
  type StockMove,
  type TakenWood,
} from '@rapid-jig/core';
import type { AfterCutting, CutBlanks, ReserveWood } from '@rapid-jig/contract';
import type { Logger } from 'pino';
import { ApiError } from './api-error';
import type { Database, Session } from './db/database';
import { checkedPlan, planInputOf } from './plan-of-run';
import { addMoves, addStock, getRack, refuseMoreThanThereIs } from './store/rack';
import { addEvent, hasEvent, workOf } from './store/runs';
import { getSingleton } from './store/singletons';

/** Holds boards for a run, by a layout that is checked against the run and the rack as they are stored. */
export async function reserveWood(
  db: Database,
  runId: string,
  { moves, wood }: ReserveWood,
  logger: Logger,
): Promise<StockMove[]> {
  const down = await checkedDrawDown(db, runId, wood, moves, logger);
  refuseOther(down.used, countsOf(moves, 'reserved'));
  return db.write((session) => addMoves(session, moves));
}

/**
 * Blanks are cut: the event, the boards they took and the offcuts that are left, in one transaction, by a layout that is
 * checked first. The event's id is the key: sent again it changes nothing, so a second click or a second device takes no
 * second board.
 */
export async function cutBlanks(db: Database, runId: string, cut: CutBlanks, logger: Logger): Promise<AfterCutting> {
  const { event, moves, items, wood } = cut;
  if (!(await db.read((session) => hasEvent(session, event.id)))) {
    const down = await checkedDrawDown(db, runId, wood, moves, logger);
    const { layers, rods } = event;
    const said: DrawDown = { used: countsOf(moves, 'used'), back: items.map(withoutId), layers, rods };
    refuseOther(down, said);
  }
  return db.write(async (session) => {
    if (await addEvent(session, runId, event)) await take(session, { moves, items });
    return { ...(await workOf(session, runId)), rack: await getRack(session) };
  });
}

async function take(session: Session, { moves, items }: Pick<CutBlanks, 'moves' | 'items'>): Promise<void> {
  const isNew = new Set(items.map(({ id }) => id));
  await addMoves(
    session,
    moves.filter(({ itemId }) => !isNew.has(itemId)),
  );
  const received = moves.filter(({ itemId }) => isNew.has(itemId));
  if (items.length > 0) await addStock(session, { items, moves: received });
}

/** What a layout takes and leaves; it is refused where it breaks a rule, or does not fit what is stored now. */
async function checkedDrawDown(
  db: Database,
  runId: string,
  wood: TakenWood,
  moves: readonly StockMove[],
  logger: Logger,
): Promise<DrawDown> {
  const { input, rack, machines } = await db.read(async (session) => {
    const rack = await getRack(session);
    await refuseMoreThanThereIs(
      session,
      rack.moves,
      moves.filter(({ itemId }) => rack.items.some(({ doc }) => doc.id === itemId)),
    );
    return { input: await planInputOf(session, runId), rack, machines: (await getSingleton(session, 'machines')).doc };
  });
  const items = rack.items.map(({ doc }) => doc);
  const task = {
    plan: await checkedPlan(input, logger),
    rack: rackOfRun(items, rack.moves, runId),
    machines,
    objective: 'wood' as const,
    wishes: input.run.wood,
    rods: wood.rods,
  };
  const wrong = verifyWood(task, wood.groups);
  if (wrong.length === 0) return drawDown(wood, items);
  // Kept whole, so that the layout can be judged again.
  logger.error({ runId, wrong, task, groups: wood.groups }, 'a layout does not fit its run and the rack');
  throw woodChanged(wrong[0] ?? input.run.name);
}

const woodChanged = (where: string): ApiError =>
  new ApiError({
    kind: 'wood-changed',
    message: 'This layout does not fit the run and the rack as they are now, so nothing was taken.',
    where,
    hint: 'Open the wood of the run again: it is laid anew on what is there.',
  });

/** What is to be taken is what the layout takes, no more and nothing else. */
function refuseOther<T>(right: T, said: T): void {
  if (hashOf(right) !== hashOf(said)) throw woodChanged('the boards, offcuts and blanks that are named');
}

const countsOf = (moves: readonly StockMove[], kind: StockMove['kind']): DrawDown['used'] =>
  moves.filter((move) => move.kind === kind).map(({ itemId, count }) => ({ itemId, count }));

const withoutId = ({ id: _id, ...look }: StockItem): Omit<StockItem, 'id'> => look;
