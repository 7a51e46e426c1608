import { useMemo, useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { gangName, passesByNumber, type PlannedStack } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { counted } from '../words/counted';
import { OnceButton } from '../fields/OnceButton';
import { useOpenRun, useRunState } from './RunRoute';

/** More boxes than this are a number: nobody counts forty ticks. */
const MOST_BOXES = 12;

/** Plain boxes in targets for a dusty finger; a wall may hold hundreds. */
const TICKS = {
  display: 'flex',
  flexWrap: 'wrap',
  my: 0.5,
  '& label': { width: 44, height: 44, display: 'grid', placeItems: 'center', cursor: 'pointer' },
  '& input': { width: 30, height: 30, m: 0, accentColor: 'var(--rj-palette-primary-main)', cursor: 'pointer' },
} as const;

/** A box for every pass of a stack, each with its number: ticked ones are sawn; a tick taken off takes that pass back. */
export function PassMarks({ stack }: { readonly stack: PlannedStack }) {
  const { session } = useOpenRun();
  const { work } = useRunState();
  const [spoiled, setSpoiled] = useState(0);
  const { done, passesToCut, gang } = stack;
  const name = gangName(gang);
  const sawn = useMemo(() => passesByNumber(work, stack.key), [work, stack.key]);
  // The plan follows a moment after the tick: the boxes stay as many.
  const all = done.length + passesToCut;
  const toSaw = freeNumbers(sawn, all - sawn.size);
  const mark = (pass: number): void => {
    session.markPass(stack, pass, spoiled);
    setSpoiled(0);
  };
  const last = Math.max(0, ...sawn.keys());
  return (
    <Box role="group" aria-label={`Passes of ${name}, ${counted(stack.layers, 'layer')}`}>
      {all <= MOST_BOXES ? (
        <Box sx={TICKS}>
          {[...sawn.keys(), ...toSaw]
            .sort((a, b) => a - b)
            .map((pass) => (
              <label key={pass}>
                <input
                  type="checkbox"
                  checked={sawn.has(pass)}
                  onChange={() => (sawn.has(pass) ? session.takeBack(stack, pass) : mark(pass))}
                  aria-label={`Pass ${String(pass)} of ${name}: ${sawn.has(pass) ? 'sawn' : 'to saw'}`}
                />
              </label>
            ))}
        </Box>
      ) : (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography>
            {sawn.size} of {all} passes sawn
          </Typography>
          <OnceButton variant="outlined" disabled={toSaw.length === 0} onClick={() => mark(toSaw[0] ?? last + 1)}>
            One more
          </OnceButton>
          <OnceButton disabled={sawn.size === 0} onClick={() => session.takeBack(stack, last)}>
            Take back
          </OnceButton>
        </Box>
      )}
      {passesToCut > 0 && <Spoiled layers={stack.layers} value={spoiled} onChange={setSpoiled} />}
    </Box>
  );
}

/** The lowest numbers that no pass has. */
function freeNumbers(taken: ReadonlyMap<number, unknown>, count: number): number[] {
  const free: number[] = [];
  for (let pass = 1; free.length < count; pass++) if (!taken.has(pass)) free.push(pass);
  return free;
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
