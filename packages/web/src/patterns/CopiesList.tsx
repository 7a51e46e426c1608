import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import type { PatternOrder, TemplateRevision } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { LongList, type InList } from '../shell/LongList';
import { counted } from '../words/counted';

/** A row of the list, px. */
const ROW_PX = 57;

interface CopiesListProps {
  readonly wanted: readonly PatternOrder[];
  /** Places of what is wanted, drawn alike together. */
  readonly alike: readonly (readonly number[])[];
  readonly revisions: readonly TemplateRevision[];
  readonly onChange: (place: number, copies: number) => void;
}

type Row =
  | { readonly kind: 'one'; readonly place: number; readonly isOfGroup: boolean }
  | { readonly kind: 'alike'; readonly places: readonly number[] };

/** How often each pattern is printed; those that are drawn alike are one row, which opens. */
export function CopiesList({ wanted, alike, revisions, onChange }: CopiesListProps) {
  const [open, setOpen] = useState<ReadonlySet<number>>(new Set());
  const toggle = (first: number): void =>
    setOpen((before) => new Set(before.has(first) ? [...before].filter((one) => one !== first) : [...before, first]));
  const rows = alike.flatMap((places): Row[] => {
    const ones = (isOfGroup: boolean): Row[] => places.map((place) => ({ kind: 'one', place, isOfGroup }));
    if (places.length < 2) return ones(false);
    return [{ kind: 'alike', places }, ...(open.has(places[0] ?? -1) ? ones(true) : [])];
  });
  return (
    <LongList label="Copies" items={rows} heightPx={ROW_PX}>
      {(row, _i, inList) => {
        if (row.kind === 'one') {
          const order = wanted[row.place];
          if (!order) return null;
          return (
            <OneRow
              key={row.place}
              {...{ order, revisions, inList, isOfGroup: row.isOfGroup }}
              onChange={(count) => onChange(row.place, count)}
            />
          );
        }
        const orders = row.places.flatMap((place) => wanted[place] ?? []);
        const first = row.places[0] ?? -1;
        return (
          <AlikeRow
            key={`alike ${String(first)}`}
            {...{ orders, revisions, inList }}
            isOpen={open.has(first)}
            onToggle={() => toggle(first)}
          />
        );
      }}
    </LongList>
  );
}

function nameOf({ templateId, partIds }: PatternOrder, revisions: readonly TemplateRevision[]): string {
  const template = revisions.find((one) => one.template.id === templateId)?.template;
  const names = partIds.map((id) => template?.parts.find((part) => part.id === id)?.name ?? '');
  return names.join(' + ');
}

const ROW = { display: 'flex', gap: 1, alignItems: 'center', py: 0.75, borderTop: 1, borderColor: 'divider' } as const;

interface RowProps {
  readonly revisions: readonly TemplateRevision[];
  readonly inList: InList;
}

interface OneRowProps extends RowProps {
  readonly order: PatternOrder;
  readonly isOfGroup: boolean;
  readonly onChange: (copies: number) => void;
}

function OneRow({ order, revisions, inList, isOfGroup, onChange }: OneRowProps) {
  const name = nameOf(order, revisions);
  return (
    <Box component="li" {...inList} sx={ROW}>
      <Box sx={{ flex: 1, overflowWrap: 'anywhere', pl: isOfGroup ? 2 : 0 }}>
        {name}
        {order.stack && (
          <Typography variant="body2" color="textSecondary">
            {order.stack}
          </Typography>
        )}
      </Box>
      <CountField label={`Copies of ${name}`} value={order.copies} most={500} onChange={onChange} />
    </Box>
  );
}

interface AlikeRowProps extends RowProps {
  readonly orders: readonly PatternOrder[];
  readonly isOpen: boolean;
  readonly onToggle: () => void;
}

function AlikeRow({ orders, revisions, inList, isOpen, onToggle }: AlikeRowProps) {
  const [first, ...others] = [...new Set(orders.map((order) => nameOf(order, revisions)))];
  const words =
    others.length === 0 ? `, for ${counted(orders.length, 'stack')}` : ` and ${String(orders.length - 1)} drawn alike`;
  const copies = orders.reduce((sum, order) => sum + order.copies, 0);
  return (
    <Box component="li" {...inList} sx={ROW}>
      <Box sx={{ flex: 1, overflowWrap: 'anywhere' }}>
        {first}
        {words}
        <Typography variant="body2" color="textSecondary">
          {counted(copies, 'copy', 'copies')} in all
        </Typography>
      </Box>
      <Button color="inherit" size="small" aria-expanded={isOpen} onClick={onToggle}>
        {isOpen ? 'Fold' : 'Each'}
      </Button>
    </Box>
  );
}
