import { v4 as newId } from 'uuid';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { inches, type RodNeed, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { Choice } from '../fields/Choice';
import { CountField } from '../fields/CountField';
import { LengthField } from '../fields/LengthField';
import { NameField } from '../fields/NameField';
import { WoodSelect } from '../fields/WoodSelect';

const KINDS = [
  ['dowel', 'Dowel'],
  ['strip', 'Strip'],
] as const;

const typed = (amount: number, text: string) => ({ mm: inches(amount), typed: text });
const newRod = (): RodNeed => ({
  id: newId(),
  name: 'Dowel',
  kind: 'dowel',
  woodId: 'yellow-birch',
  thickness: typed(1 / 4, '1/4'),
  width: null,
  length: typed(3, '3'),
  perCopy: 1,
});

/** Dowels and strips that a copy needs, cut to length beside its sawn parts. */
export function RodsSection({ document }: { readonly document: OpenDocument<Template> }) {
  const rods = useStore(document.store, (state) => state.doc.rods);
  const edit = (change: (rods: readonly RodNeed[]) => readonly RodNeed[], label?: string): void =>
    document.edit((doc) => ({ ...doc, rods: change(doc.rods) }), label);
  return (
    <Box component="section" aria-labelledby="rods" sx={{ mt: 4, maxWidth: 1100 }}>
      <Typography variant="h2" id="rods" sx={{ mb: 1 }}>
        Dowels and strips
      </Typography>
      {rods.map((rod) => (
        <RodFields
          key={rod.id}
          rod={rod}
          onChange={(changes, label) =>
            edit((all) => all.map((one) => (one.id === rod.id ? { ...one, ...changes } : one)), `${rod.id} ${label}`)
          }
          onRemove={() => edit((all) => all.filter(({ id }) => id !== rod.id))}
        />
      ))}
      <Button startIcon={<IconPlus size={18} />} sx={{ mt: 1 }} onClick={() => edit((all) => [...all, newRod()])}>
        A dowel or strip
      </Button>
    </Box>
  );
}

interface RodFieldsProps {
  readonly rod: RodNeed;
  readonly onChange: (changes: Partial<RodNeed>, label: string) => void;
  readonly onRemove: () => void;
}

function RodFields({ rod, onChange, onRemove }: RodFieldsProps) {
  const { name, kind, woodId, thickness, width, length, perCopy } = rod;
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{
        display: 'flex',
        gap: 1.5,
        flexWrap: 'wrap',
        alignItems: 'start',
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <NameField label="Name of the rod" name={name} onChange={(next) => onChange({ name: next }, 'name')} />
      <Choice
        label="Kind"
        value={kind}
        options={KINDS}
        width={110}
        onChange={(next) =>
          onChange({ kind: next, width: next === 'dowel' ? null : (width ?? typed(1 / 2, '1/2')) }, 'kind')
        }
      />
      <Box sx={{ width: 230 }}>
        <WoodSelect value={woodId} onChange={(next) => onChange({ woodId: next }, 'wood')} />
      </Box>
      <LengthField
        label={kind === 'dowel' ? 'Diameter' : 'Thickness'}
        value={thickness}
        width={120}
        onChange={(next) => onChange({ thickness: next }, 'thickness')}
      />
      {kind === 'strip' && (
        <LengthField label="Width" value={width} width={120} onChange={(next) => onChange({ width: next }, 'width')} />
      )}
      <LengthField
        label="Length"
        value={length}
        width={120}
        onChange={(next) => onChange({ length: next }, 'length')}
      />
      <CountField
        label={`How many of ${name} for one copy`}
        value={perCopy}
        most={10_000}
        onChange={(next) => onChange({ perCopy: next }, 'count')}
      />
      <IconButton aria-label={`Remove ${name}`} onClick={onRemove}>
        <IconTrash size={18} />
      </IconButton>
    </Box>
  );
}
