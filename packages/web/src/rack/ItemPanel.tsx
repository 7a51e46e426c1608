import { useEffect, useState } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { useStore } from 'zustand';
import {
  countStock,
  DRY_ENOUGH_PERCENT,
  isWet,
  stockCount,
  type Defect,
  type StockItem,
  type StockMoveKind,
} from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { MoneyField } from '../fields/MoneyField';
import { ShortField } from '../fields/ShortField';
import { LONGEST_NOTE } from '../fields/use-shortened';
import { CountField } from '../fields/CountField';
import { DecimalField } from '../fields/DecimalField';
import { LengthField } from '../fields/LengthField';
import { WoodSelect } from '../fields/WoodSelect';
import { useShop } from '../use-services';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { SidePanel } from '../shell/SidePanel';
import type { RackSession } from './rack-session';

/** The facts of one thing on the rack, each saved as it is changed, and the entries that change how many there are. */
export function ItemPanel({ session, id }: { readonly session: RackSession; readonly id: string }) {
  const [document, setDocument] = useState<OpenDocument<StockItem> | null>(null);
  useEffect(() => {
    void session.document(id).then(setDocument);
  }, [session, id]);
  return document && <ItemEditor session={session} document={document} />;
}

interface ItemEditorProps {
  readonly session: RackSession;
  readonly document: OpenDocument<StockItem>;
}

function ItemEditor({ session, document }: ItemEditorProps) {
  const item = useStore(document.store, (state) => state.doc);
  const { currency } = useShop();
  useUndoKeys(document);
  const change = (changes: Partial<StockItem>, label: string): void =>
    document.edit((doc) => ({ ...doc, ...changes }), label);
  return (
    <SidePanel label="On the rack" width={360}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          {item.kind}
        </Typography>
        <SaveBadge document={document} />
      </Box>
      <SaveTrouble document={document} />
      <Amount session={session} id={item.id} />
      {item.woodId !== null && <WoodSelect value={item.woodId} onChange={(woodId) => change({ woodId }, 'wood')} />}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {item.thickness && (
          <LengthField
            label={item.kind === 'dowel' ? 'Diameter' : 'Thickness'}
            value={item.thickness}
            onChange={(thickness) => change({ thickness, rough: false }, 'thickness')}
            width={155}
          />
        )}
        {item.width && (
          <LengthField label="Width" value={item.width} onChange={(width) => change({ width }, 'width')} width={155} />
        )}
        {item.length && (
          <LengthField
            label="Length"
            value={item.length}
            onChange={(length) => change({ length }, 'length')}
            width={155}
          />
        )}
      </Box>
      <ShortField label="Place" value={item.place} onChange={(place) => change({ place }, 'place')} />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <MoneyField
          label={`Cost of one, ${currency}`}
          minor={item.costMinor}
          width={150}
          onChange={(costMinor) => change({ costMinor }, 'cost')}
          onClear={() => change({ costMinor: null }, 'cost')}
        />
        <DecimalField
          label="Moisture, %"
          value={item.moisturePercent}
          least={0}
          most={100}
          width={130}
          onChange={(moisturePercent) => change({ moisturePercent }, 'moisture')}
          onClear={() => change({ moisturePercent: null }, 'moisture')}
        />
      </Box>
      {isWet(item) && (
        <Alert severity="warning">
          Not dry: above {DRY_ENOUGH_PERCENT} % wood still shrinks. Let it dry, then measure it again.
        </Alert>
      )}
      <ShortField
        label="Note"
        value={item.note}
        most={LONGEST_NOTE}
        multiline
        onChange={(note) => change({ note }, 'note')}
      />
      {item.width && item.length && <Defects item={item} onChange={(defects) => change({ defects }, 'defects')} />}
      <Button color="error" onClick={() => change({ archived: true }, 'archive')}>
        Take it off the rack
      </Button>
    </SidePanel>
  );
}

/** How many there are, and the entries that change it. */
function Amount({ session, id }: { readonly session: RackSession; readonly id: string }) {
  const moves = useStore(session.store, (state) => state.moves);
  const [count, setCount] = useState(1);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { onHand, free } = stockCount(countStock(moves), id);
  const enter = async (kind: StockMoveKind, by: number): Promise<void> => {
    const done = await session.move([{ itemId: id, kind, count: by, runId: null }]);
    setTrouble(done.ok ? null : `${done.error.message} ${done.error.hint}`);
  };
  return (
    <Box>
      <Typography role="status" aria-label="Amount">
        <b>{onHand}</b> on the rack{free < onHand ? `, ${String(onHand - free)} reserved` : ''}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mt: 1, flexWrap: 'wrap' }}>
        <CountField label="How many" value={count} least={1} most={10_000} onChange={setCount} />
        <Button size="small" variant="outlined" onClick={() => void enter('received', count)}>
          Received
        </Button>
        <Button size="small" variant="outlined" disabled={onHand < count} onClick={() => void enter('used', count)}>
          Used
        </Button>
        <Button size="small" onClick={() => void enter('corrected', count - onHand)} disabled={count === onHand}>
          There are {count}
        </Button>
      </Box>
      {trouble && <Alert severity="error">{trouble}</Alert>}
    </Box>
  );
}

const DEFECT_WORDS: Readonly<Record<Defect['kind'], string>> = { knot: 'Knot', split: 'Split', wane: 'Wane' };
/** A new defect is this large until it is measured, mm: an inch. */
const NEW_DEFECT = 25.4;

function Defects({
  item,
  onChange,
}: {
  readonly item: StockItem;
  readonly onChange: (defects: readonly Defect[]) => void;
}) {
  const put = (place: number, changes: Partial<Defect>): void =>
    onChange(item.defects.map((defect, i) => (i === place ? { ...defect, ...changes } : defect)));
  return (
    <Box>
      <Typography variant="h3">Defects</Typography>
      {item.defects.map((defect, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'start', mt: 1 }}>
          <Typography sx={{ width: '100%' }}>{DEFECT_WORDS[defect.kind]}</Typography>
          {(
            [
              ['x', 'From the left'],
              ['y', 'From below'],
              ['length', 'Long'],
              ['width', 'Wide'],
            ] as const
          ).map(([side, label]) => (
            <LengthField
              key={side}
              label={label}
              value={defect[side] > 0 ? { mm: defect[side], typed: null } : null}
              placeholder="0"
              onChange={({ mm }) => put(i, { [side]: mm })}
              width={120}
            />
          ))}
          <Button size="small" onClick={() => onChange(item.defects.filter((_one, n) => n !== i))}>
            Remove
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        {(Object.keys(DEFECT_WORDS) as Defect['kind'][]).map((kind) => (
          <Button
            key={kind}
            size="small"
            variant="outlined"
            onClick={() => onChange([...item.defects, { kind, x: 0, y: 0, length: NEW_DEFECT, width: NEW_DEFECT }])}
          >
            {DEFECT_WORDS[kind]}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
