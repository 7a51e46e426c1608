import { useState } from 'react';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography, type ButtonProps } from '@mui/material';
import { factorsInForce, phaseMinutes, stackName, type Phase, type PlannedStack } from '@rapid-jig/core';
import { SawPlay } from '../drawing/SawPlay';
import { useShop } from '../services';
import { useSawingOrder } from './use-sawing-order';

interface WatchSawingProps extends Pick<ButtonProps, 'size' | 'sx'> {
  readonly stack: PlannedStack;
  readonly phase: Phase;
}

/** Opens a phase as it is sawn, cut by cut, to be watched before wood is touched. */
export function WatchSawing({ stack, phase, ...button }: WatchSawingProps) {
  const [isOpen, setOpen] = useState(false);
  if (phase.cuts.length === 0) return null;
  return (
    <>
      <Button {...button} onClick={() => setOpen(true)}>
        Watch it sawn
      </Button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} maxWidth="md" fullWidth>
        <DialogTitle>{stackName(stack)}, cut by cut</DialogTitle>
        <DialogContent>{isOpen && <Watched stack={stack} phase={phase} />}</DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

function Watched({ stack, phase }: { readonly stack: PlannedStack; readonly phase: Phase }) {
  const { factors } = useShop();
  const order = useSawingOrder(stack)?.find(({ phaseKey }) => phaseKey === phase.key);
  const { cutting, corners } = phaseMinutes(phase, stack, factorsInForce(factors));
  if (!order) return <Typography>Finding the order…</Typography>;
  return <SawPlay stack={stack} order={order} minutes={cutting + corners} />;
}
