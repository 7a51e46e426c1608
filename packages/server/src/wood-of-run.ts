import { hashOf, rackOfRun, type DrawDown, type StockItem, type StockMove, type TakenWood } from '@rapid-jig/core';
import type { AfterCutting, CutBlanks, ReserveWood } from '@rapid-jig/contract';
import type { Logger } from 'pino';
import { ApiError } from './api-error';
import type { Database, Session } from './db/database';
import type { Heavy } from './heavy/pool';
import type { WoodTask } from './heavy/tasks';
import { cannotPlan, logWrongPlan, planTaskOf, wrongPlan } from './plan-of-run';
import { addMoves, addStock, getRack, refuseMoreThanThereIs } from './store/rack';
import { addEvent, hasEvent, workWith } from './store/runs';
import { getSingleton } from './store/singletons';

/** What checking a layout needs. */
export interface Checking {
  readonly db: Database;
  readonly logger: Logger;
  readonly heavy: Heavy;
}

/** Holds boards for a run, by a layout that is checked against the run and the rack as they are stored. */
export async function reserveWood(
  runId: string,
  { moves, wood }: ReserveWood,
  checking: Checking,
): Promise<readonly StockMove[]> {
  const { db } = checking;
  const down = await checkedDrawDown(runId, wood, moves, checking);
  refuseOther(down.used, countsOf(moves, 'reserved'));
  return db.write((session) => addMoves(session, moves));
}

/**
 * Blanks are cut: the event, the boards they took and the offcuts that are left, in one transaction, by a layout that is
 * checked first. The event's id is the key: sent again it changes nothing, so a second click or a second device takes no
 * second board.
 */
export async function cutBlanks(runId: string, cut: CutBlanks, checking: Checking): Promise<AfterCutting> {
  const { db } = checking;
  const { event, moves, items, wood } = cut;
  if (!(await db.read((session) => hasEvent(session, event.id)))) {
    const down = await checkedDrawDown(runId, wood, moves, checking);
    const { layers, rods } = event;
    const said: DrawDown = { used: countsOf(moves, 'used'), back: items.map(withoutId), layers, rods };
    refuseOther(down, said);
  }
  return db.write(async (session) => {
    if (await addEvent(session, runId, event)) await take(session, { moves, items });
    return { ...(await workWith(session, runId, event)), rack: await getRack(session) };
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
  runId: string,
  wood: TakenWood,
  moves: readonly StockMove[],
  { db, logger, heavy }: Checking,
): Promise<DrawDown> {
  const task = await db.read(async (session): Promise<WoodTask> => {
    const rack = await getRack(session);
    const items = rack.items.map(({ doc }) => doc);
    const known = moves.filter(({ itemId }) => items.some(({ id }) => id === itemId));
    await refuseMoreThanThereIs(session, rack.moves, known);
    const { doc: machines } = await getSingleton(session, 'machines');
    return { plan: await planTaskOf(session, runId), rack: rackOfRun(items, rack.moves, runId), machines, wood };
  });
  const checked = await heavy.checkWood(task);
  if (checked.kind === 'checked') return checked.down;
  if (checked.kind === 'cannot-plan') throw cannotPlan(checked.faults, task.plan);
  const { wrong } = checked;
  if (checked.of === 'plan') {
    logWrongPlan(wrong, task.plan, logger);
    throw wrongPlan(wrong, task.plan);
  }
  // Kept whole, so that the layout can be judged again.
  logger.error({ runId, wrong, task }, 'a layout does not fit its run and the rack');
  throw woodChanged(wrong[0] ?? task.plan.run.name);
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
