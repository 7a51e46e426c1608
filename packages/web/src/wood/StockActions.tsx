import { v4 as newId } from 'uuid';
import { useMemo } from 'react';
import { Box, Button } from '@mui/material';
import { useStore } from 'zustand';
import { drawDown, reservedBy, takenWood, type StockMove, type StockMoveKind } from '@rapid-jig/core';
import type { CutBlanks, ReserveWood } from '@rapid-jig/contract';
import { useOnce } from '../fields/use-once';
import type { RackSession, StockEntry } from '../rack/rack-session';
import { useServices } from '../use-services';
import { counted } from '../words/counted';
import type { LaidWood } from '../workers/planner.worker';
import { useOpenRun } from '../runs/RunRoute';

interface StockActionsProps {
  readonly session: RackSession;
  readonly laid: LaidWood;
  readonly runId: string;
}

/** Reserving the boards for the run, and drawing them from the rack once they are cut, offcuts put back. */
export function StockActions({ session, laid, runId }: StockActionsProps) {
  const { session: run } = useOpenRun();
  const { say } = useServices();
  const { moves } = useStore(session.store);
  const { isBusy, once } = useOnce();
  const { cut, reserve } = useRequests(session, laid, runId);
  const held = reservedBy(runId, moves);
  const busyWith = (work: () => Promise<string>): Promise<void> => once(async () => say(await work()));
  const hold = async (): Promise<string> => {
    const answer = await run.reserveWood(reserve(held));
    if (!answer.ok) return `${answer.error.message} ${answer.error.hint}`;
    session.enter(answer.value);
    return 'Reserved for this run.';
  };
  const release = async (): Promise<string> => {
    const entries = held.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'released', count, runId }));
    const answer = await session.move(entries);
    return answer.ok ? 'Released.' : `${answer.error.message} ${answer.error.hint}`;
  };
  const use = async (): Promise<string> => {
    const answer = await run.cutBlanks(cut);
    if (!answer.ok) return `${answer.error.message} ${answer.error.hint}`;
    session.store.setState(answer.value, true);
    return `Drawn from the rack; ${counted(cut.items.length, 'offcut')} put back. The blanks are ready.`;
  };
  const isNothing = cut.moves.length === 0;
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
      <Button variant="outlined" disabled={isNothing || isBusy} onClick={() => void busyWith(hold)}>
        {held.length > 0 ? 'Reserve these instead' : 'Reserve these boards'}
      </Button>
      {held.length > 0 && (
        <Button disabled={isBusy} onClick={() => void busyWith(release)}>
          Release them
        </Button>
      )}
      <Button variant="contained" disabled={isNothing || isBusy} onClick={() => void busyWith(use)}>
        They are cut: draw them from the rack
      </Button>
    </Box>
  );
}

interface Requests {
  readonly cut: CutBlanks;
  readonly reserve: (held: ReturnType<typeof reservedBy>) => ReserveWood;
}

/** What is sent for a layout. Made once for it: said twice, it is the same thing said twice. */
function useRequests(session: RackSession, laid: LaidWood, runId: string): Requests {
  const { clientId, stamps } = useServices();
  const { items } = useStore(session.store);
  return useMemo(() => {
    const wood = takenWood(laid.groups, laid.rods);
    const { used, back, layers, rods } = drawDown(
      wood,
      items.map(({ doc }) => doc),
    );
    const move = (itemId: string, kind: StockMoveKind, count: number): StockMove => ({
      id: newId(),
      clientId,
      at: new Date().toISOString(),
      itemId,
      kind,
      count,
      runId: kind === 'received' ? null : runId,
    });
    const offcuts = back.map((look) => ({ ...look, id: newId() }));
    const reserved = used.map(({ itemId, count }) => move(itemId, 'reserved', count));
    return {
      cut: {
        event: { kind: 'blanks-cut', layers, rods, ...stamps.stamp() },
        moves: [
          ...used.map(({ itemId, count }) => move(itemId, 'used', count)),
          ...offcuts.map(({ id }) => move(id, 'received', 1)),
        ],
        items: offcuts,
        wood,
      },
      reserve: (held) => ({
        moves: [...held.map(({ itemId, count }) => move(itemId, 'released', count)), ...reserved],
        wood,
      }),
    };
  }, [laid, items, runId, clientId, stamps]);
}
