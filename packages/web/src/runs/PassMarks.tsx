import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { gangName, type PlannedStack } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { counted } from '../words/counted';
import { useOpenRun } from './RunRoute';

/** More boxes than this are a number: nobody counts forty ticks. */
const MOST_BOXES = 12;

/** Plain boxes, large enough for a dusty finger; a wall may hold hundreds. */
const TICKS = {
  display: 'flex',
  flexWrap: 'wrap',
  gap: 1,
  my: 0.5,
  '& input': { width: 26, height: 26, m: 0, accentColor: 'var(--rj-palette-primary-main)', cursor: 'pointer' },
} as const;

/** A box for every pass of a stack: ticked ones are sawn; a tick taken off takes that pass back. */
export function PassMarks({ stack }: { readonly stack: PlannedStack }) {
  const { session } = useOpenRun();
  const [spoiled, setSpoiled] = useState(0);
  const { done, passesToCut, gang } = stack;
  const name = gangName(gang);
  const mark = (): void => {
    void session.markPass(stack, spoiled);
    setSpoiled(0);
  };
  const last = done[done.length - 1];
  const takeBack = (): void => {
    if (last !== undefined) void session.takeBack(last);
  };
  const few = done.length + passesToCut <= MOST_BOXES;
  return (
    <Box role="group" aria-label={`Passes of ${name}, ${counted(stack.layers, 'layer')}`}>
      {few ? (
        <Box sx={TICKS}>
          {done.map((id, i) => (
            <input
              key={id}
              type="checkbox"
              checked
              onChange={takeBack}
              aria-label={`Pass ${String(i + 1)} of ${name}: sawn`}
            />
          ))}
          {Array.from({ length: passesToCut }, (_, i) => (
            <input
              key={`to saw ${String(i)}`}
              type="checkbox"
              checked={false}
              onChange={mark}
              aria-label={`Pass ${String(done.length + i + 1)} of ${name}: to saw`}
            />
          ))}
        </Box>
      ) : (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography>
            {done.length} of {done.length + passesToCut} passes sawn
          </Typography>
          <Button size="small" variant="outlined" disabled={passesToCut === 0} onClick={mark}>
            One more
          </Button>
          <Button size="small" disabled={last === undefined} onClick={takeBack}>
            Take back
          </Button>
        </Box>
      )}
      {passesToCut > 0 && <Spoiled layers={stack.layers} value={spoiled} onChange={setSpoiled} />}
    </Box>
  );
}

/** Pieces of the next pass that were spoiled; asked for only when wanted. */
function Spoiled({
  layers,
  value,
  onChange,
}: {
  readonly layers: number;
  readonly value: number;
  readonly onChange: (value: number) => void;
}) {
  const [open, setOpen] = useState(false);
  if (!open && value === 0) {
    return (
      <Button size="small" color="inherit" sx={{ color: 'text.secondary', p: 0 }} onClick={() => setOpen(true)}>
        Some spoiled?
      </Button>
    );
  }
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <Typography variant="body2">Layers spoiled in the next pass</Typography>
      <CountField label="Layers spoiled in the next pass" value={value} most={layers} onChange={onChange} />
    </Box>
  );
}
