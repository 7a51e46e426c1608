import { useRef, useState } from 'react';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { IconTableImport } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { readStockCsv, stockChanges, woodById, type StockChange, type StockItem, type StockRow } from '@rapid-jig/core';
import { useShop } from '../use-services';
import { counted } from '../words/counted';
import { ItemSize } from './ItemSize';
import { itemsWithCounts, type RackSession } from './rack-session';

/** Brings a table of stock; what it would change is shown row by row, and nothing is taken until the maker agrees. */
export function TableIn({ session }: { readonly session: RackSession }) {
  const { units } = useShop();
  const rack = useStore(session.store);
  const input = useRef<HTMLInputElement>(null);
  const [rows, setRows] = useState<readonly StockRow[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const good = (rows ?? []).flatMap(({ read }) => (read.ok ? [read.value] : []));
  const bad = (rows ?? []).flatMap(({ read, row }) => (read.ok ? [] : [{ row, ...read.error }]));
  const known = itemsWithCounts(rack).map(({ item, count }) => ({ item, onHand: count.onHand }));
  const changes = stockChanges(good, known);
  const real = changes.filter(({ kind }) => kind !== 'same');
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const read = readStockCsv(await file.text(), units);
    setTrouble(read.ok ? null : `${read.error.message} ${read.error.hint}`);
    setRows(read.ok ? read.value : []);
  };
  const agree = async (): Promise<void> => {
    const taken = await session.take(real);
    setTrouble(taken.ok ? null : `${taken.error.message} ${taken.error.hint}`);
    if (taken.ok) setRows(null);
  };
  return (
    <>
      <Button startIcon={<IconTableImport size={18} />} onClick={() => input.current?.click()}>
        Table in
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv"
        hidden
        aria-label="Table of stock"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <Dialog open={rows !== null} onClose={() => setRows(null)} maxWidth="md" fullWidth>
        <DialogTitle>What this table would change</DialogTitle>
        <DialogContent>
          {trouble && <Typography color="error">{trouble}</Typography>}
          {bad.length > 0 && (
            <Typography>{counted(bad.length, 'row')} cannot be read and would be left out:</Typography>
          )}
          <Box component="ul" sx={{ pl: 2.5, mt: 0 }} aria-label="Rows that cannot be read">
            {bad.map(({ row, where, message }) => (
              <Typography component="li" key={row} color="error">
                {where}: {message}
              </Typography>
            ))}
          </Box>
          <Box component="ul" sx={{ pl: 2.5 }} aria-label="Changes">
            {real.map((change, i) => (
              <Typography component="li" key={i}>
                <ChangeWords change={change} />
              </Typography>
            ))}
          </Box>
          {changes.length > real.length && (
            <Typography color="textSecondary">
              {counted(changes.length - real.length, 'row')} as on the rack.
            </Typography>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setRows(null)}>Take nothing</Button>
          <Button variant="contained" disabled={real.length === 0} onClick={() => void agree()}>
            Take {counted(real.length, 'change')}
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

function ChangeWords({ change }: { readonly change: StockChange }) {
  switch (change.kind) {
    case 'new':
      return (
        <>
          <b>New:</b> {change.stock.quantity} × <ItemWords item={change.stock.item} />
        </>
      );
    case 'changed': {
      const { item, before, difference, facts } = change;
      const said = [
        difference === 0 ? '' : `${String(before)} become ${String(before + difference)}`,
        facts.place === undefined ? '' : `place "${item.place}" becomes "${facts.place}"`,
        facts.costMinor === undefined ? '' : 'another cost',
        facts.note === undefined ? '' : 'another note',
        facts.moisturePercent === undefined ? '' : `moisture ${String(facts.moisturePercent)} %`,
      ];
      return (
        <>
          <ItemWords item={item} />: {said.filter((words) => words !== '').join(', ')}
        </>
      );
    }
    case 'same':
      return <ItemWords item={change.item} />;
  }
}

function ItemWords({ item }: { readonly item: Omit<StockItem, 'id'> }) {
  return (
    <>
      {item.kind} {item.woodId === null ? '' : `of ${woodById(item.woodId)?.name ?? ''}, `}
      <ItemSize item={item} />
    </>
  );
}
