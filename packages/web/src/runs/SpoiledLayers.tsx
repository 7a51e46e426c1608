import { useState } from 'react';
import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material';
import type { PlannedStack, SpoiledLayer } from '@rapid-jig/core';
import { layerName } from '../words/stacks';

interface SpoiledLayersProps {
  readonly stack: PlannedStack;
  readonly value: readonly SpoiledLayer[];
  readonly onChange: (value: readonly SpoiledLayer[]) => void;
}

/** Which layers of the next mark were spoiled; asked for only when wanted. */
export function SpoiledLayers({ stack, value, onChange }: SpoiledLayersProps) {
  const [open, setOpen] = useState(false);
  if (!open && value.length === 0)
    return (
      <Button size="small" color="inherit" sx={{ color: 'text.secondary', p: 0 }} onClick={() => setOpen(true)}>
        Some spoiled?
      </Button>
    );
  const toggle = (layerId: string, isSpoiled: boolean): void =>
    onChange([...value.filter((one) => one.layerId !== layerId), ...(isSpoiled ? [{ layerId, reason: null }] : [])]);
  return (
    <Box role="group" aria-label="Layers spoiled with the next tick">
      <Typography variant="body2">Spoiled with the next tick:</Typography>
      {stack.layers.map(({ id }) => (
        <FormControlLabel
          key={id}
          label={layerName(id, stack)}
          control={
            <Checkbox
              size="small"
              checked={value.some(({ layerId }) => layerId === id)}
              onChange={(event) => toggle(id, event.target.checked)}
            />
          }
        />
      ))}
    </Box>
  );
}
