import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { useStore } from 'zustand';
import { countStock, stockCount } from '@rapid-jig/core';
import type { RackSession, StockEntry } from '../../rack/rack-session';
import { counted } from '../../words/counted';
import type { LaidWood } from '../../workers/planner.worker';
import { boardsTaken, offcutsOf } from './stock-of-run';

interface StockActionsProps {
  readonly session: RackSession;
  readonly laid: LaidWood;
  readonly runId: string;
}

/** Reserving the boards for the run, and drawing them from the rack once they are cut, offcuts put back. */
export function StockActions({ session, laid, runId }: StockActionsProps) {
  const moves = useStore(session.store, (state) => state.moves);
  const [said, setSaid] = useState<string | null>(null);
  const taken = boardsTaken(laid);
  const counts = countStock(moves);
  const held = [...new Set(moves.map(({ itemId }) => itemId))].flatMap((itemId) => {
    const count = stockCount(counts, itemId).reserved[runId] ?? 0;
    return count > 0 ? [{ itemId, count }] : [];
  });
  const send = async (entries: readonly StockEntry[], done: string): Promise<boolean> => {
    const answer = entries.length === 0 ? null : await session.move(entries);
    setSaid(answer && !answer.ok ? `${answer.error.message} ${answer.error.hint}` : done);
    return answer?.ok ?? true;
  };
  const release = held.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'released', count, runId }));
  const reserve = taken.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'reserved', count, runId }));
  const use = async (): Promise<void> => {
    const rack = session.store.getState().items.map(({ doc }) => doc);
    const offcuts = offcutsOf(laid, rack);
    const used = taken.map(({ itemId, count }): StockEntry => ({ itemId, kind: 'used', count, runId }));
    if (!(await send(used, 'Drawn from the rack.'))) return;
    const added = await session.add(offcuts.map((item) => ({ item, quantity: 1 })));
    setSaid(added.ok ? `Drawn from the rack; ${counted(offcuts.length, 'offcut')} put back.` : added.error.message);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
      <Button
        variant="outlined"
        disabled={taken.length === 0}
        onClick={() => void send([...release, ...reserve], 'Reserved for this run.')}
      >
        {held.length > 0 ? 'Reserve these instead' : 'Reserve these boards'}
      </Button>
      {held.length > 0 && <Button onClick={() => void send(release, 'Released.')}>Release them</Button>}
      <Button variant="contained" disabled={taken.length === 0} onClick={() => void use()}>
        They are cut: draw them from the rack
      </Button>
      {said && <Typography role="status">{said}</Typography>}
    </Box>
  );
}
