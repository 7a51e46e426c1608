import { useMemo, useState } from 'react';
import { Alert, Box, Button, TextField, Typography } from '@mui/material';
import { IconDownload } from '@tabler/icons-react';
import { useLoaderData, useSearchParams } from 'react-router';
import { useStore } from 'zustand';
import {
  compareMm,
  flatThickness,
  isWet,
  STOCK_KINDS,
  stockCsv,
  woodById,
  type StockCount,
  type StockItem,
  type StockKind,
} from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { Choice } from '../fields/Choice';
import { useRemembered } from '../fields/use-remembered';
import { Page } from '../shell/Page';
import { counted } from '../words/counted';
import { AddStock } from './AddStock';
import { BoardPicture } from './BoardPicture';
import { Caliper } from '../fields/Caliper';
import { ItemPanel } from './ItemPanel';
import { ItemSize } from './ItemSize';
import { itemsWithCounts, type RackSession } from './rack-session';
import { TableIn } from './TableIn';

const KIND_WORDS: Readonly<Record<StockKind, string>> = {
  board: 'Boards',
  sheet: 'Sheets',
  strip: 'Strips',
  offcut: 'Offcuts',
  dowel: 'Dowels',
  bought: 'Bought parts',
  made: 'Made',
  consumable: 'Consumables',
};

/** One thing on the rack and how many of it there are. */
export interface Counted {
  readonly item: StockItem;
  readonly count: StockCount;
}

const KINDS = [['any', 'All kinds'], ...STOCK_KINDS.map((kind) => [kind, KIND_WORDS[kind]] as const)] as const;

/** Boards, sheets, offcuts and dowels as they lie on the rack, by wood and thickness. */
export function RackView() {
  const session = useLoaderData<RackSession>();
  const rack = useStore(session.store);
  const [search, setSearch] = useRemembered('rack-search', '');
  const [params, setParams] = useSearchParams();
  const all = useMemo(() => itemsWithCounts(rack), [rack]);
  const [kind, setKind] = useRemembered('rack-kind', 'any');
  const [shelf, setShelf] = useRemembered('rack-shelf', 'any');
  const shelves = [...new Set(all.map(({ item }) => shelfOf(item)))].sort((a, b) => a.localeCompare(b));
  // A shelf that was remembered may be gone.
  const wanted = shelves.includes(shelf) ? shelf : 'any';
  const shown = all.filter(
    ({ item }) =>
      matches(item, search) && (kind === 'any' || item.kind === kind) && (wanted === 'any' || shelfOf(item) === wanted),
  );
  const chosen = params.get('item');
  const choose = (id: string): void => setParams({ item: id }, { replace: true, preventScrollReset: true });
  return (
    <Page wide title="Rack">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Rack
        </Typography>
        <Choice label="Kind" value={kind} options={KINDS} onChange={setKind} width={140} />
        <Choice
          label="Shelf"
          value={wanted}
          options={[['any', 'All shelves'], ...shelves.map((name) => [name, name] as const)]}
          onChange={setShelf}
          width={180}
        />
        <TextField label="Find on the rack" value={search} onChange={(event) => setSearch(event.target.value)} />
        <TableIn session={session} />
        <Button startIcon={<IconDownload size={18} />} disabled={all.length === 0} onClick={() => saveTable(all)}>
          Rack as CSV
        </Button>
      </Box>
      <AddStock session={session} onAdded={choose} />
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'start', mt: 3, flexDirection: { xs: 'column', md: 'row' } }}>
        <Box sx={{ flex: 1, minWidth: 0, width: '100%' }}>
          {all.length === 0 && (
            <Typography sx={{ py: 4 }}>The rack is empty. Type above what lies on it, or bring a table.</Typography>
          )}
          {all.length > 0 && shown.length === 0 && (
            <Alert severity="info">Nothing on the rack is of that kind and name.</Alert>
          )}
          <Shelves shown={shown} chosen={chosen} onChoose={choose} />
        </Box>
        {chosen !== null && all.some(({ item }) => item.id === chosen) && (
          <ItemPanel key={chosen} session={session} id={chosen} />
        )}
      </Box>
      <Caliper />
    </Page>
  );
}

const saveTable = (all: readonly Counted[]): void => {
  const rows = all.map(({ item, count }) => ({ item, quantity: count.onHand }));
  saveFile('rack.csv', new Blob([stockCsv(rows)], { type: 'text/csv;charset=utf-8' }));
};

function matches({ woodId, name, kind, place, note, thickness }: StockItem, search: string): boolean {
  const text = [woodId === null ? '' : woodById(woodId)?.name, name, kind, place, note, thickness?.typed]
    .join(' ')
    .toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** Names above each shelf: the wood, or what has none. */
const shelfOf = ({ woodId, kind }: StockItem): string =>
  woodId === null ? (SHELF_WORDS[kind] ?? 'Consumables') : (woodById(woodId)?.name ?? woodId);

const SHELF_WORDS: Partial<Record<StockKind, string>> = { bought: 'Bought parts', made: 'Pieces made' };

interface ShelvesProps {
  readonly shown: readonly Counted[];
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
}

/** The longest thing on the rack is drawn this wide, px. */
const LONGEST_PX = 460;

function Shelves({ shown, chosen, onChoose }: ShelvesProps) {
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set());
  const longest = shown.reduce((most, { item }) => Math.max(most, item.length?.mm ?? 0), 1);
  const scale = LONGEST_PX / longest;
  const shelves = [...new Set(shown.map(({ item }) => shelfOf(item)))].sort((a, b) => a.localeCompare(b));
  const toggle = (name: string): void => {
    const next = new Set(closed);
    if (!next.delete(name)) next.add(name);
    setClosed(next);
  };
  return shelves.map((name) => {
    const own = shown.filter(({ item }) => shelfOf(item) === name);
    const sorted = [...own].sort((a, b) => compareMm(flatThickness(a.item), flatThickness(b.item)));
    return (
      <Box component="section" key={name} aria-label={name} sx={{ mb: 3 }}>
        <Box
          component="button"
          onClick={() => toggle(name)}
          aria-expanded={!closed.has(name)}
          sx={{
            font: 'inherit',
            color: 'inherit',
            bgcolor: 'transparent',
            border: 0,
            p: 0,
            cursor: 'pointer',
            textAlign: 'left',
          }}
        >
          <Typography variant="h3" component="span">
            {name}
          </Typography>{' '}
          <Typography component="span" variant="body2" color="textSecondary">
            {counted(
              own.reduce((sum, { count }) => sum + count.onHand, 0),
              'piece',
            )}
          </Typography>
        </Box>
        {!closed.has(name) && (
          <Box
            component="ul"
            sx={{
              m: 0,
              p: 0,
              pt: 1,
              listStyle: 'none',
              borderBottom: '7px solid',
              borderColor: 'shelf',
              borderRadius: '2px',
            }}
          >
            {sorted.map((one) => (
              <RackRow key={one.item.id} one={one} scale={scale} chosen={one.item.id === chosen} onChoose={onChoose} />
            ))}
          </Box>
        )}
      </Box>
    );
  });
}

interface RackRowProps {
  readonly one: Counted;
  readonly scale: number;
  readonly chosen: boolean;
  readonly onChoose: (id: string) => void;
}

function RackRow({ one: { item, count }, scale, chosen, onChoose }: RackRowProps) {
  const reserved = count.onHand - count.free;
  return (
    <li>
      <Box
        component="button"
        aria-pressed={chosen}
        onClick={() => onChoose(item.id)}
        sx={{
          font: 'inherit',
          color: 'inherit',
          textAlign: 'left',
          cursor: 'pointer',
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          gap: 1.5,
          width: '100%',
          minHeight: 44,
          py: 0.75,
          px: 1,
          bgcolor: chosen ? 'action.selected' : 'transparent',
          border: 0,
          borderLeft: 4,
          borderColor: chosen ? 'primary.main' : 'transparent',
          '& svg': { opacity: count.onHand === 0 ? 0.5 : 1 },
        }}
      >
        <Box component="b" sx={{ width: 44, textAlign: 'right', fontVariantNumeric: 'tabular-nums' }}>
          {count.onHand} ×
        </Box>
        <Box sx={{ width: 178 }}>
          <ItemSize item={item} />
        </Box>
        {item.length && <BoardPicture item={item} scale={scale} />}
        <Typography variant="body2" color="textSecondary">
          {[
            item.kind,
            item.rough ? 'rough' : '',
            item.place,
            isWet(item) ? `not dry: ${String(item.moisturePercent)} %` : '',
            reserved > 0 ? `${String(reserved)} reserved` : '',
            item.defects.length > 0 ? counted(item.defects.length, 'defect') : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </Typography>
      </Box>
    </li>
  );
}
