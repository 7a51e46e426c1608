import { useState } from 'react';
import { Box, Typography } from '@mui/material';
import { HOLE_FITS, holeUseOf, pathBox, withHoleUse, type HoleUse, type Part } from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';
import { Choice } from '../fields/Choice';
import { LengthField } from '../fields/LengthField';
import { placesWords } from '../words/places';
import { FIT_WORDS } from '../words/drilling';

interface HoleUsesProps {
  readonly part: Part;
  readonly onChange: (part: Part) => void;
}

/** What goes into each hole that stays, and how deep it is: one hole at a time. */
export function HoleUses({ part, onChange }: HoleUsesProps) {
  const [wanted, setWanted] = useState<string | null>(null);
  const chosen = part.holes.find(({ id }) => id === wanted) ?? part.holes[0];
  if (!chosen) return null;
  const places = placesWords(
    part.holes.map(({ center }) => center),
    pathBox(part.outline.path),
  );
  const use = holeUseOf(part, chosen.id);
  const set = (changes: Partial<HoleUse>): void => onChange(withHoleUse(part, chosen.id, changes));
  return (
    <Box component="section" aria-label="Holes that stay">
      <Typography variant="h3" sx={{ mb: 1 }}>
        Holes that stay
      </Typography>
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
        <Choice
          label="Hole"
          value={chosen.id}
          options={part.holes.map(({ id }, i) => [id, `Hole ${String(i + 1)}, ${places[i] ?? ''}`] as const)}
          onChange={setWanted}
          width="100%"
        />
        <Typography variant="body2">
          <Measure mm={chosen.diameterMm} /> across
        </Typography>
        <Choice
          label="What goes in"
          value={use.fit}
          options={HOLE_FITS.map((fit) => [fit, FIT_WORDS[fit]] as const)}
          onChange={(fit) => set({ fit })}
          width="100%"
        />
        <LengthField
          key={chosen.id}
          label="Depth (empty: right through)"
          value={use.depth}
          onChange={(depth) => set({ depth })}
          onClear={() => set({ depth: null })}
          width="100%"
        />
      </Box>
    </Box>
  );
}
