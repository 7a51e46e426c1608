import { useMemo, useState } from 'react';
import { Alert, Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import {
  bladesInOrder,
  gangOfLayer,
  incompleteIn,
  stackName,
  type PlannedStack,
  type StackedGang,
  type TemplateRevision,
} from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';
import { Swatch } from '../drawing/Swatch';
import { linesOf, StackFromAbove } from '../drawing/StackFromAbove';
import { cutRuleWords } from '../words/cuts';
import { FORM_WORDS, HOLDING_WORDS } from '../words/plan';
import { BoardsOfStack } from './BoardsOfStack';
import { layerName, layersWords, phaseWords } from '../words/stacks';
import { holesOf } from './Holes';
import { PhaseSide } from './Phases';
import { useRunState } from './RunRoute';
import { StackWishesFields } from './StackWishesFields';
import { WatchSawing } from './WatchSawing';

/** Opens a stack: what is done in each phase and where, how it is held, and what the maker wants of it. */
export function OpenStack({ stack }: { readonly stack: PlannedStack }) {
  const [isOpen, setOpen] = useState(false);
  const name = stackName(stack);
  return (
    <>
      <Button size="small" sx={{ p: 0 }} onClick={() => setOpen(true)} aria-label={`Open the stack ${name}`}>
        Open the stack
      </Button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} maxWidth="lg" fullWidth>
        <DialogTitle>{name}</DialogTitle>
        <DialogContent>{isOpen && <Inside stack={stack} />}</DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

const VIEW_HEIGHT = 190;

function Inside({ stack }: { readonly stack: PlannedStack }) {
  const revisions = useRunState('revisions');
  const lines = useMemo(() => linesOf(stack, revisions), [stack, revisions]);
  return (
    <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'start' }}>
      <Box component="ol" aria-label="Phases, in order" sx={{ listStyle: 'none', m: 0, p: 0, flex: '2 1 460px' }}>
        {stack.phases.map((phase, i) => (
          <Box component="li" key={phase.key} sx={{ display: 'flex', gap: 2, mb: 3, flexWrap: 'wrap' }}>
            <StackFromAbove stack={stack} phase={phase} lines={lines} height={VIEW_HEIGHT} />
            <Box sx={{ flex: '1 1 200px' }}>
              <Typography variant="h3">
                {i + 1}. {phaseWords(phase).replace(/^./, (letter) => letter.toUpperCase())}
              </Typography>
              <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', my: 0.5 }}>
                <PhaseSide phase={phase} stack={stack} />
                <Typography variant="body2">
                  {layersWords(phase.layerIds, stack)}
                  {phase.singly ? ', one by one' : ''}
                  <br />
                  <Measure mm={phase.heightMm} /> under the blade
                </Typography>
              </Box>
              <Typography variant="body2">
                {holesOf([phase]) ? <>Drill first: {holesOf([phase])}. </> : null}
                {bladesInOrder({ phases: [phase] })
                  .map((blade) => `Number ${blade.size}, ${FORM_WORDS[blade.form]}`)
                  .join(', then ')}
              </Typography>
              {phase.cuts.flatMap(({ cutId, kind, rule, wants }) => {
                const words = cutRuleWords(rule, wants);
                return words === ''
                  ? []
                  : [<Typography key={cutId} variant="body2">{`${KIND_WORDS[kind]}: ${words}.`}</Typography>];
              })}
              <WatchSawing stack={stack} phase={phase} size="small" sx={{ p: 0, my: 0.5 }} />
              {phase.after.length > 0 && (
                <Typography variant="body2" color="textSecondary">
                  After{' '}
                  {phase.after.map((key) => String(stack.phases.findIndex((one) => one.key === key) + 1)).join(' and ')}
                  . {hasOutlineBefore(stack, i) ? REGISTER_AGAIN : REGISTER}
                </Typography>
              )}
            </Box>
          </Box>
        ))}
      </Box>
      <Box sx={{ flex: '1 1 260px' }}>
        <Typography variant="h3">Layers, from the top</Typography>
        <Box component="ol" sx={{ listStyle: 'none', m: 0, mb: 2, p: 0 }}>
          {stack.layers.map(({ id }) => (
            <LayerLine key={id} gang={gangOfLayer(id, stack)} name={layerName(id, stack)} />
          ))}
        </Box>
        <BoardsOfStack stack={stack} />
        <Complete stack={stack} revisions={revisions} />
        <HowHeld stack={stack} />
        <StackWishesFields stack={stack} />
      </Box>
    </Box>
  );
}

function LayerLine({ gang, name }: { readonly gang: StackedGang; readonly name: string }) {
  return (
    <Typography component="li" variant="body2" sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 0.25 }}>
      <Swatch woodId={gang.wood.id} width={26} height={12} />
      <span>
        <b>{name}</b>, <Measure mm={gang.thicknessMm} /> {gang.plies.map(({ wood }) => wood.name).join(' on ')}
        {gang.turnedOver ? ', show face down' : ''}
      </span>
    </Typography>
  );
}

/** Whether every cut and hole of every layer has its phase: asked before wood is touched. */
function Complete({
  stack,
  revisions,
}: {
  readonly stack: PlannedStack;
  readonly revisions: readonly TemplateRevision[];
}) {
  const open = incompleteIn(stack, revisions);
  const cuts = stack.phases.reduce((sum, phase) => sum + phase.cuts.length + phase.holes.length, 0);
  return open.length === 0 ? (
    <Typography variant="body2" sx={{ mb: 2 }}>
      Every cut and hole of every layer is in one phase: {cuts} in all.
    </Typography>
  ) : (
    <Alert severity="error" sx={{ mb: 2 }}>
      Not every cut has its phase:{' '}
      {open.map(({ layerId, times }) => `${layerName(layerId, stack)} (${String(times)} times)`).join(', ')}. Do not saw
      this stack; change anything in the run to plan it again.
    </Alert>
  );
}

function HowHeld({ stack: { held, layers } }: { readonly stack: PlannedStack }) {
  if (held.method === null || layers.length < 2) return null;
  return (
    <Box sx={{ mb: 2 }}>
      <Typography variant="h3">Held by</Typography>
      <Typography variant="body2">
        {HOLDING_WORDS[held.method]}
        {held.bradLengthMm !== null && (
          <>
            : {held.brads.length} of <Measure mm={held.bradLengthMm} />, where the crosses stand, clear of every cut
          </>
        )}
        {held.pilotMm !== null && (
          <>
            ; in this wood with a pilot of <Measure mm={held.pilotMm} />
          </>
        )}
        .{held.method === 'brads' && ' Eye protection on: a blade that meets a brad can throw it.'}
      </Typography>
    </Box>
  );
}

const KIND_WORDS = { inside: 'An inside cut', through: 'A through cut', outside: 'The outline' } as const;

const REGISTER = 'Lay the layers on each other by their register marks before they are held.';
const REGISTER_AGAIN = 'Its outline is gone: lay it by a pin or a corner that was kept.';

const hasOutlineBefore = ({ phases }: PlannedStack, place: number): boolean =>
  phases.slice(0, place).some(({ cuts }) => cuts.some(({ kind }) => kind === 'outside'));
