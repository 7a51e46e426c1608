import { useMemo, useState } from 'react';
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
  const names = useMemo(() => namesOf(wanted, revisions), [wanted, revisions]);
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
              order={order}
              name={names[row.place] ?? ''}
              inList={inList}
              isOfGroup={row.isOfGroup}
              onChange={(count) => onChange(row.place, count)}
            />
          );
        }
        const orders = row.places.flatMap((place) => wanted[place] ?? []);
        const first = row.places[0] ?? -1;
        return (
          <AlikeRow
            key={`alike ${String(first)}`}
            names={[...new Set(row.places.map((place) => names[place] ?? ''))]}
            stacks={orders.length}
            copies={orders.reduce((sum, order) => sum + order.copies, 0)}
            inList={inList}
            isOpen={open.has(first)}
            onToggle={() => toggle(first)}
          />
        );
      }}
    </LongList>
  );
}

/** What each order's pattern is called, by its parts. */
function namesOf(wanted: readonly PatternOrder[], revisions: readonly TemplateRevision[]): string[] {
  const parts = new Map(
    revisions.map(({ template }) => [template.id, new Map(template.parts.map(({ id, name }) => [id, name]))]),
  );
  return wanted.map(({ templateId, partIds }) => partIds.map((id) => parts.get(templateId)?.get(id) ?? '').join(' + '));
}

const ROW = { display: 'flex', gap: 1, alignItems: 'center', py: 0.75, borderTop: 1, borderColor: 'divider' } as const;

interface OneRowProps {
  readonly order: PatternOrder;
  readonly name: string;
  readonly inList: InList;
  readonly isOfGroup: boolean;
  readonly onChange: (copies: number) => void;
}

function OneRow({ order, name, inList, isOfGroup, onChange }: OneRowProps) {
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

interface AlikeRowProps {
  /** Of all that is drawn alike, each once. */
  readonly names: readonly string[];
  readonly stacks: number;
  readonly copies: number;
  readonly inList: InList;
  readonly isOpen: boolean;
  readonly onToggle: () => void;
}

function AlikeRow({ names: [first, ...others], stacks, copies, inList, isOpen, onToggle }: AlikeRowProps) {
  const words = others.length === 0 ? `, for ${counted(stacks, 'stack')}` : ` and ${String(stacks - 1)} drawn alike`;
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
