import { useMemo, useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { passesByNumber, stackName, type PlannedStack, type SpoiledLayer } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { counted } from '../words/counted';
import { OnceButton } from '../fields/OnceButton';
import { useOpenRun, useRunState } from './RunRoute';
import { passNumbers, TICKS, type MarksProps } from './marks';
import { PhaseMarks } from './PhaseMarks';
import { SpoiledLayers } from './SpoiledLayers';

/** More boxes than this are a number: nobody counts forty ticks. */
const MOST_BOXES = 12;

/** A box for every pass of a stack, or for each phase of it: ticked ones are sawn; a tick taken off takes that back. */
export function PassMarks({ stack }: { readonly stack: PlannedStack }) {
  const work = useRunState('work');
  const [spoiled, setSpoiled] = useState<readonly SpoiledLayer[]>([]);
  const { done, begun, passesToCut, layers, gangs } = stack;
  const sawn = useMemo(() => passesByNumber(work, stack.key), [work, stack.key]);
  // The plan follows a moment after the tick: the boxes stay as many.
  const all = done.length + begun.length + passesToCut;
  const clear = (): void => setSpoiled([]);
  const marks = { stack, sawn, all, spoiled, onMarked: clear };
  return (
    <Box role="group" aria-label={`Passes of ${stackName(stack)}, ${counted(layers.length, 'layer')}`}>
      {stack.phases.length > 1 ? (
        <PhaseMarks {...marks} />
      ) : all <= MOST_BOXES ? (
        <Boxes {...marks} />
      ) : (
        <OneByOne {...marks} />
      )}
      {passesToCut + begun.length > 0 &&
        (gangs.length > 1 ? (
          <SpoiledLayers stack={stack} value={spoiled} onChange={setSpoiled} />
        ) : (
          <Spoiled
            layers={layers.length}
            value={spoiled.length}
            onChange={(count) => setSpoiled(Array.from({ length: count }, () => ({ layerId: null, reason: null })))}
          />
        ))}
    </Box>
  );
}

function Boxes({ stack, sawn, all, spoiled, onMarked }: MarksProps) {
  const { session } = useOpenRun();
  const name = stackName(stack);
  const mark = (pass: number): void => {
    session.markPass(stack, null, pass, spoiled);
    onMarked();
  };
  return (
    <Box sx={TICKS}>
      {passNumbers(sawn, all).map((pass) => (
        <label key={pass}>
          <input
            type="checkbox"
            checked={sawn.has(pass)}
            onChange={() => (sawn.has(pass) ? session.takeBack(stack, null, pass) : mark(pass))}
            aria-label={`Pass ${String(pass)} of ${name}: ${sawn.has(pass) ? 'sawn' : 'to saw'}`}
          />
        </label>
      ))}
    </Box>
  );
}

function OneByOne({ stack, sawn, all, spoiled, onMarked }: MarksProps) {
  const { session } = useOpenRun();
  const next = passNumbers(sawn, all).find((pass) => !sawn.has(pass));
  const last = Math.max(0, ...sawn.keys());
  const mark = (pass: number): void => {
    session.markPass(stack, null, pass, spoiled);
    onMarked();
  };
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <Typography>
        {sawn.size} of {all} passes sawn
      </Typography>
      <OnceButton variant="outlined" disabled={next === undefined} onClick={() => mark(next ?? last + 1)}>
        One more
      </OnceButton>
      <OnceButton disabled={sawn.size === 0} onClick={() => session.takeBack(stack, null, last)}>
        Take back
      </OnceButton>
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
