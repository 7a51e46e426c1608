import { v4 as newId } from 'uuid';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useStore } from 'zustand';
import type { Template, Variant } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { NameField } from '../fields/NameField';
import { counted } from '../words/counted';

/** Designs of which each copy has one: three boats of a set, or a name on each. Which parts are whose is said with the part. */
export function VariantsSection({ document }: { readonly document: OpenDocument<Template> }) {
  const { variants, parts } = useStore(document.store, (state) => state.doc);
  const edit = (change: (all: readonly Variant[]) => readonly Variant[], label?: string): void =>
    document.edit((doc) => ({ ...doc, variants: change(doc.variants) }), label);
  const remove = (id: string): void =>
    document.edit((doc) => ({
      ...doc,
      variants: doc.variants.filter((one) => one.id !== id),
      parts: doc.parts.map((part) => (part.variantId === id ? { ...part, variantId: null } : part)),
    }));
  return (
    <Box component="section" aria-labelledby="variants" sx={{ mt: 4, maxWidth: 1100 }}>
      <Typography variant="h2" id="variants">
        Variants
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        Where copies differ: each is one of these. Say with a part which variant it belongs to, and in a run how many
        there are of each.
      </Typography>
      {variants.map(({ id, name }) => (
        <Box key={id} role="group" aria-label={name} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', py: 0.5 }}>
          <NameField
            label="Name of the variant"
            name={name}
            onChange={(next) =>
              edit((all) => all.map((one) => (one.id === id ? { ...one, name: next } : one)), `${id} name`)
            }
          />
          <Typography color="textSecondary">
            {counted(parts.filter(({ variantId }) => variantId === id).length, 'part')} of its own
          </Typography>
          <IconButton aria-label={`Remove ${name}`} onClick={() => remove(id)}>
            <IconTrash size={18} />
          </IconButton>
        </Box>
      ))}
      <Button
        startIcon={<IconPlus size={18} />}
        sx={{ mt: 1 }}
        onClick={() => edit((all) => [...all, { id: newId(), name: `Variant ${String(all.length + 1)}` }])}
      >
        A variant
      </Button>
    </Box>
  );
}
