import { useState } from 'react';
import { Box, Button, TextField } from '@mui/material';
import { formatLength, parseStock, woodById, type TypedStock } from '@rapid-jig/core';
import { useShop } from '../use-services';
import type { RackSession } from './rack-session';

interface AddStockProps {
  readonly session: RackSession;
  readonly onAdded: (id: string) => void;
  /** What stands there to begin with. */
  readonly proposed?: string;
}

/** One line in which stock is typed as people say it; what is understood stands below. */
export function AddStock({ session, onAdded, proposed = '' }: AddStockProps) {
  const { units } = useShop();
  const [text, setText] = useState(proposed);
  const [trouble, setTrouble] = useState<string | null>(null);
  const read = parseStock(text, units);
  const add = async (): Promise<void> => {
    if (!read.ok) return;
    const added = await session.add([read.value]);
    setTrouble(added.ok ? null : `${added.error.message} ${added.error.hint}`);
    if (!added.ok) return;
    setText('');
    const [id] = added.value;
    if (id !== undefined) onAdded(id);
  };
  const help = (): string => {
    if (trouble !== null) return trouble;
    if (text.trim() === '')
      return 'Like: 2 beech 6/4 x 5 1/2 x 48, birch plywood 1/4 x 24 x 30, 6 dowels 3/8 x 36, 24 brass hinges';
    return read.ok ? `= ${understood(read.value, units)}` : `${read.error.message} ${read.error.hint}`;
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
      sx={{ display: 'flex', gap: 1.5, alignItems: 'start', flexWrap: 'wrap' }}
    >
      <TextField
        label="New on the rack"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setTrouble(null);
        }}
        error={trouble !== null}
        helperText={help()}
        sx={{ flex: '1 1 320px', maxWidth: 640 }}
        slotProps={{ htmlInput: { autoComplete: 'off', spellCheck: false } }}
      />
      <Button type="submit" variant="contained" disabled={!read.ok}>
        Put on the rack
      </Button>
    </Box>
  );
}

function understood({ item, quantity }: TypedStock, unit: 'in' | 'mm'): string {
  const sizes = [item.thickness, item.width, item.length].flatMap((size) =>
    size ? [formatLength(size.mm, unit)] : [],
  );
  if (item.woodId === null)
    return `${String(quantity)} of ${item.name}, ${item.kind === 'bought' ? 'a bought part' : 'a consumable'}`;
  const wood = woodById(item.woodId)?.name ?? '';
  return `${String(quantity)} ${item.rough ? 'rough ' : ''}${item.kind} of ${wood}, ${sizes.join(' by ')}`;
}
