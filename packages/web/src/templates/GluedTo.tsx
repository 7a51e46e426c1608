import { Box, Button, IconButton, Typography } from '@mui/material';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import type { Part, Ply } from '@rapid-jig/core';
import { LengthField } from '../fields/LengthField';
import { WoodSelect } from '../fields/WoodSelect';

interface GluedToProps {
  readonly part: Part;
  readonly onChange: (gluedTo: readonly Ply[]) => void;
}

/** Boards glued under that of a part before it is sawn, from the top down. */
export function GluedTo({ part: { gluedTo, woodId, thickness }, onChange }: GluedToProps) {
  const change = (place: number, changes: Partial<Ply>): void =>
    onChange(gluedTo.map((ply, i) => (i === place ? { ...ply, ...changes } : ply)));
  return (
    <Box component="section" aria-label="Glued to">
      {gluedTo.map((ply, i) => (
        <Box key={i} sx={{ display: 'flex', flexDirection: 'column', gap: 1, mb: 1.5 }}>
          <Box sx={{ display: 'flex', alignItems: 'center' }}>
            <Typography sx={{ flex: 1 }}>Glued below it, before sawing</Typography>
            <IconButton
              aria-label={`Remove board ${String(i + 2)}`}
              onClick={() => onChange(gluedTo.filter((_ply, k) => k !== i))}
            >
              <IconTrash size={18} />
            </IconButton>
          </Box>
          <WoodSelect value={ply.woodId} onChange={(next) => change(i, { woodId: next })} />
          <LengthField
            label={`Thickness of board ${String(i + 2)}`}
            value={ply.thickness}
            width="100%"
            onChange={(next) => change(i, { thickness: next })}
          />
        </Box>
      ))}
      <Button
        size="small"
        startIcon={<IconPlus size={16} />}
        disabled={gluedTo.length >= MOST_BELOW}
        onClick={() => onChange([...gluedTo, { woodId, thickness }])}
      >
        Glue it to another board first
      </Button>
    </Box>
  );
}

const MOST_BELOW = 10;
