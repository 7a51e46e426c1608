import { v4 as newId } from 'uuid';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { parseCount, type HardwareNeed, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { Choice } from '../fields/Choice';
import { DecimalField } from '../fields/DecimalField';
import { NameField } from '../fields/NameField';

const KINDS = [
  ['bought', 'Goes into it'],
  ['consumable', 'Is used up'],
] as const;

/** Bought things for one copy: what goes into it whole, and what is used up by it in parts. */
export function HardwareSection({ document }: { readonly document: OpenDocument<Template> }) {
  const hardware = useStore(document.store, (state) => state.doc.hardware);
  const edit = (change: (all: readonly HardwareNeed[]) => readonly HardwareNeed[], label?: string): void =>
    document.edit((doc) => ({ ...doc, hardware: change(doc.hardware) }), label);
  const fresh = (): HardwareNeed => ({ id: newId(), name: 'Hinge', kind: 'bought', perCopy: 1 });
  return (
    <Box component="section" aria-labelledby="hardware" sx={{ mt: 4, maxWidth: 1100 }}>
      <Typography variant="h2" id="hardware">
        Bought for it
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        Called as on the rack, so that a run counts them there and says what to buy.
      </Typography>
      {hardware.map((need) => (
        <HardwareFields
          key={need.id}
          need={need}
          onChange={(changes) =>
            edit(
              (all) => all.map((one) => (one.id === need.id ? { ...one, ...changes } : one)),
              `${need.id} ${Object.keys(changes).join()}`,
            )
          }
          onRemove={() => edit((all) => all.filter(({ id }) => id !== need.id))}
        />
      ))}
      <Button startIcon={<IconPlus size={18} />} sx={{ mt: 1 }} onClick={() => edit((all) => [...all, fresh()])}>
        A bought part or consumable
      </Button>
    </Box>
  );
}

interface HardwareFieldsProps {
  readonly need: HardwareNeed;
  readonly onChange: (changes: Partial<HardwareNeed>) => void;
  readonly onRemove: () => void;
}

const MOST = 10_000;

function HardwareFields({ need: { name, kind, perCopy }, onChange, onRemove }: HardwareFieldsProps) {
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <NameField label="What it is called" name={name} onChange={(next) => onChange({ name: next })} />
      <Choice
        label="It"
        value={kind}
        options={KINDS}
        width={150}
        onChange={(next) => onChange({ kind: next, ...(next === 'bought' ? { perCopy: Math.ceil(perCopy) } : {}) })}
      />
      <DecimalField
        key={kind}
        label={kind === 'bought' ? 'For one copy' : 'For one copy, or a part of one'}
        value={perCopy}
        least={0}
        most={MOST}
        onChange={(next) => onChange({ perCopy: next })}
        {...(kind === 'bought' ? { parse: parseCount, wrongWords: 'A whole number: it goes into the copy.' } : {})}
      />
      <IconButton aria-label={`Remove ${name}`} onClick={onRemove} sx={{ alignSelf: 'start' }}>
        <IconTrash size={18} />
      </IconButton>
    </Box>
  );
}
