import { useState } from 'react';
import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Typography,
  type ButtonProps,
} from '@mui/material';
import {
  factorsInForce,
  phaseMinutes,
  stackName,
  withCutOrder,
  type Phase,
  type PhaseOrder,
  type PlannedStack,
} from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';
import { SawPlay } from '../drawing/SawPlay';
import { useShop } from '../use-services';
import { brokenWords } from '../words/sawing';
import { useOpenRun } from './RunRoute';
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
      <Dialog
        open={isOpen}
        onClose={() => setOpen(false)}
        maxWidth="lg"
        fullWidth
        slotProps={{ paper: { sx: { height: '100%' } } }}
      >
        <DialogTitle>{stackName(stack)}, cut by cut</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column' }}>
          {isOpen && <Watched stack={stack} phase={phase} />}
        </DialogContent>
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
  const { session } = useOpenRun();
  if (!order) return <Typography>Finding the order…</Typography>;
  const setOrder = (cutIds: readonly string[] | null): void =>
    session.document.edit((run) => withCutOrder(run, { stackKey: stack.key, phaseKey: phase.key }, cutIds));
  return (
    <>
      {order.isOwn && <OwnOrder order={order} onDrop={() => setOrder(null)} />}
      <SawPlay stack={stack} order={order} minutes={cutting + corners} onOrder={setOrder} />
    </>
  );
}

/** More broken rules than these are a number. */
const MOST_TOLD = 5;

/** That the maker has ordered the cuts, what that costs in ways and which rules it breaks. */
function OwnOrder({ order, onDrop }: { readonly order: PhaseOrder; readonly onDrop: () => void }) {
  const { broken, cuts, travelMm, foundTravelMm } = order;
  const told = broken.slice(0, MOST_TOLD);
  return (
    <Alert severity={broken.length > 0 ? 'warning' : 'info'} sx={{ mb: 1 }}>
      Your own order. Between its cuts the blade is moved <Measure mm={travelMm} />, in the order found{' '}
      <Measure mm={foundTravelMm} />.
      {told.map((rule) => (
        <div key={`${rule.rule} ${rule.id}`}>
          {brokenWords(rule, cuts.findIndex(({ cutId }) => cutId === rule.id) + 1)}
        </div>
      ))}
      {broken.length > told.length && <div>And {broken.length - told.length} more.</div>}
      <Button color="inherit" size="small" onClick={onDrop} sx={{ ml: -0.75 }}>
        Take the order found
      </Button>
    </Alert>
  );
}
