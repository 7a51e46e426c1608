import { useMemo, useState } from 'react';
import { Alert, Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import {
  bladesInOrder,
  circlePath,
  cutsOf,
  gangOfLayer,
  incompleteIn,
  stackName,
  toSvgPathData,
  type PlannedStack,
  type StackedGang,
  type TemplateRevision,
} from '@rapid-jig/core';
import { svgMatrix } from '../drawing/LayersFanned';
import { Measure } from '../drawing/Measure';
import { Swatch } from '../drawing/Swatch';
import { drawnSize } from '../drawing/StackPicture';
import { woodFill } from '../drawing/WoodDefs';
import { DRAWN } from '../theme/drawn';
import { cutRuleWords } from '../words/cuts';
import { FORM_WORDS, HOLDING_WORDS } from '../words/plan';
import { layerName, layersWords, phaseWords } from '../words/stacks';
import { holesOf } from './Holes';
import { PhaseSide } from './Phases';
import { useRunState } from './RunRoute';
import { StackWishesFields } from './StackWishesFields';

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

function Inside({ stack }: { readonly stack: PlannedStack }) {
  const { revisions } = useRunState();
  const lines = useMemo(() => linesOf(stack, revisions), [stack, revisions]);
  return (
    <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'start' }}>
      <Box component="ol" aria-label="Phases, in order" sx={{ listStyle: 'none', m: 0, p: 0, flex: '2 1 460px' }}>
        {stack.phases.map((phase, i) => (
          <Box component="li" key={phase.key} sx={{ display: 'flex', gap: 2, mb: 3, flexWrap: 'wrap' }}>
            <TopView stack={stack} phase={phase} lines={lines} />
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
              {phase.cuts.flatMap(({ cutId, kind, rule }) => {
                const words = cutRuleWords(rule);
                return words === ''
                  ? []
                  : [<Typography key={cutId} variant="body2">{`${KIND_WORDS[kind]}: ${words}.`}</Typography>];
              })}
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

/** A cut or hole as it lies in the stack: SVG data and how it is moved there, by its id. */
type Lines = ReadonlyMap<string, { readonly data: string; readonly move: string }>;

function linesOf({ gangs }: PlannedStack, revisions: readonly TemplateRevision[]): Lines {
  const parts = new Map(revisions.flatMap(({ template }) => template.parts).map((part) => [part.id, part]));
  return new Map(
    gangs.flatMap((gang) =>
      gang.parts.flatMap(({ partId }) => {
        const part = parts.get(partId);
        const move = svgMatrix(gang.at);
        const cuts = part ? cutsOf(part).map(({ cut }) => [cut.id, toSvgPathData(cut.path)] as const) : [];
        const holes = (part?.holes ?? []).map(
          ({ id, center, diameterMm }) => [id, toSvgPathData(circlePath(center, diameterMm / 2))] as const,
        );
        return [...cuts, ...holes].map(([id, data]) => [id, { data, move }] as const);
      }),
    ),
  );
}

interface TopViewProps {
  readonly stack: PlannedStack;
  readonly phase: PlannedStack['phases'][number];
  readonly lines: Lines;
}

const VIEW_HEIGHT = 190;

/** The stack from above: cuts of this phase in the strong colour, the others faint, holes filled, brads as crosses. */
function TopView({ stack, phase, lines }: TopViewProps) {
  const [top] = stack.gangs;
  if (!top) return null;
  const { margin } = top.blank;
  const [across, up] = drawnSize(top);
  const { box } = top;
  const own = new Set([...phase.cuts.map(({ cutId }) => cutId), ...phase.holes.map(({ holeId }) => holeId)]);
  const bladeWidth = { vectorEffect: 'non-scaling-stroke' as const };
  return (
    <svg
      role="img"
      aria-label={`From above: ${phaseWords(phase)}`}
      viewBox={[box.minX - margin, -box.maxY - margin, across, up].map(String).join(' ')}
      style={{ height: VIEW_HEIGHT, maxWidth: '100%', border: '1px solid var(--rj-palette-edge)' }}
    >
      <rect
        x={box.minX - margin}
        y={-box.maxY - margin}
        width={across}
        height={up}
        fill={woodFill(gangOfLayer(phase.layerIds[0] ?? '', stack).wood.id)}
      />
      {[...lines].map(([id, { data, move }]) => (
        <g key={id} transform={move}>
          {own.has(id) && <path d={data} fill="none" stroke={DRAWN.opening} strokeWidth="5" {...bladeWidth} />}
          <path
            d={data}
            fill="none"
            stroke={own.has(id) ? 'var(--rj-palette-line)' : DRAWN.pencil}
            strokeWidth={own.has(id) ? 2.4 : 0.8}
            strokeDasharray={own.has(id) ? undefined : '3 3'}
            {...bladeWidth}
          />
        </g>
      ))}
      {stack.held.brads.map(({ x, y }) => (
        <path
          key={`${String(x)} ${String(y)}`}
          d={`M${String(x - 2)} ${String(-y - 2)}l4 4m0 -4l-4 4`}
          stroke={DRAWN.danger}
          strokeWidth="2"
          {...bladeWidth}
        />
      ))}
    </svg>
  );
}
