import { useRef, useState } from 'react';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { IconTableImport } from '@tabler/icons-react';
import { readStockCsv, woodById, type StockRow } from '@rapid-jig/core';
import { useShop } from '../services';
import { counted } from '../words/counted';
import type { RackSession } from './rack-session';

/** Brings a table of stock; what it would add is shown row by row, and nothing is taken until the maker agrees. */
export function TableIn({ session }: { readonly session: RackSession }) {
  const { units } = useShop();
  const input = useRef<HTMLInputElement>(null);
  const [rows, setRows] = useState<readonly StockRow[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const good = (rows ?? []).flatMap(({ read }) => (read.ok ? [read.value] : []));
  const bad = (rows ?? []).length - good.length;
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const read = readStockCsv(await file.text(), units);
    setTrouble(read.ok ? null : `${read.error.message} ${read.error.hint}`);
    setRows(read.ok ? read.value : []);
  };
  const agree = async (): Promise<void> => {
    const added = await session.add(good);
    setTrouble(added.ok ? null : `${added.error.message} ${added.error.hint}`);
    if (added.ok) setRows(null);
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
        <DialogTitle>What this table would add</DialogTitle>
        <DialogContent>
          {trouble && <Typography color="error">{trouble}</Typography>}
          {bad > 0 && <Typography>{counted(bad, 'row')} cannot be read and would be left out:</Typography>}
          <Box component="ul" sx={{ pl: 2.5 }} aria-label="Rows">
            {(rows ?? []).map(({ row, read }) => (
              <Typography component="li" key={row} color={read.ok ? undefined : 'error'}>
                {read.ok
                  ? `${String(read.value.quantity)} ${read.value.item.kind}, ${read.value.item.woodId === null ? read.value.item.name : (woodById(read.value.item.woodId)?.name ?? '')}`
                  : `${read.error.where}: ${read.error.message}`}
              </Typography>
            ))}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setRows(null)}>Take nothing</Button>
          <Button variant="contained" disabled={good.length === 0} onClick={() => void agree()}>
            Add {counted(good.length, 'row')}
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
