import { useMemo, useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { useStore } from 'zustand';
import { countStock, drawDown, stockCount, type DrawDown, type StockMove } from '@rapid-jig/core';
import type { CutBlanks, StoredRack } from '@rapid-jig/contract';
import type { RackSession, StockEntry } from '../../rack/rack-session';
import { useServices } from '../../services';
import { counted } from '../../words/counted';
import type { LaidWood } from '../../workers/planner.worker';
import { newEvent } from '../run-session';
import { useOpenRun } from '../RunRoute';

interface StockActionsProps {
  readonly session: RackSession;
  readonly laid: LaidWood;
  readonly runId: string;
}

/** Reserving the boards for the run, and drawing them from the rack once they are cut, offcuts put back. */
export function StockActions({ session, laid, runId }: StockActionsProps) {
  const { session: run } = useOpenRun();
  const { clientId } = useServices();
  const { items, moves } = useStore(session.store);
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const down = useMemo(
    () =>
      drawDown(
        laid.groups,
        laid.rods,
        items.map(({ doc }) => doc),
      ),
    [laid, items],
  );
  // Made once for a layout: said twice, it is the same thing said twice.
  const cut = useMemo(() => cutOf(down, runId, clientId), [down, runId, clientId]);
  const held = heldBy(runId, moves);
  const busyWith = async (work: () => Promise<string>): Promise<void> => {
    setBusy(true);
    setSaid(await work());
    setBusy(false);
  };
  const send = async (entries: readonly StockEntry[], done: string): Promise<string> => {
    const answer = entries.length === 0 ? null : await session.move(entries);
    return answer && !answer.ok ? `${answer.error.message} ${answer.error.hint}` : done;
  };
  const release = held.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'released', count, runId }));
  const reserve = down.used.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'reserved', count, runId }));
  const use = async (): Promise<string> => {
    const answer = await run.cutBlanks(cut);
    if (!answer.ok) return `${answer.error.message} ${answer.error.hint}`;
    session.store.setState(answer.value, true);
    return `Drawn from the rack; ${counted(cut.items.length, 'offcut')} put back. The blanks are ready.`;
  };
  const isNothing = down.used.length === 0;
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
      <Button
        variant="outlined"
        disabled={isNothing || isBusy}
        onClick={() => void busyWith(() => send([...release, ...reserve], 'Reserved for this run.'))}
      >
        {held.length > 0 ? 'Reserve these instead' : 'Reserve these boards'}
      </Button>
      {held.length > 0 && (
        <Button disabled={isBusy} onClick={() => void busyWith(() => send(release, 'Released.'))}>
          Release them
        </Button>
      )}
      <Button variant="contained" disabled={isNothing || isBusy} onClick={() => void busyWith(use)}>
        They are cut: draw them from the rack
      </Button>
      {said && <Typography role="status">{said}</Typography>}
    </Box>
  );
}

/** What the run has reserved now. */
function heldBy(runId: string, moves: StoredRack['moves']): { readonly itemId: string; readonly count: number }[] {
  const counts = countStock(moves);
  return [...new Set(moves.map(({ itemId }) => itemId))].flatMap((itemId) => {
    const count = stockCount(counts, itemId).reserved[runId] ?? 0;
    return count > 0 ? [{ itemId, count }] : [];
  });
}

/** The event, the moves and the new offcuts of a draw-down. */
function cutOf({ used, back, layers, rods }: DrawDown, runId: string, clientId: string): CutBlanks {
  const move = (itemId: string, kind: StockMove['kind'], count: number): StockMove => ({
    ...newEvent(clientId),
    itemId,
    kind,
    count,
    runId: kind === 'used' ? runId : null,
  });
  const items = back.map((look) => ({ ...look, id: crypto.randomUUID() }));
  return {
    event: { kind: 'blanks-cut', layers, rods, ...newEvent(clientId) },
    moves: [
      ...used.map(({ itemId, count }) => move(itemId, 'used', count)),
      ...items.map(({ id }) => move(id, 'received', 1)),
    ],
    items,
  };
}
