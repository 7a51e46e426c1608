import { useState, type ComponentProps } from 'react';
import { Box, Button, Typography } from '@mui/material';
import {
  abreastOf,
  blankAbreast,
  gangOfLayer,
  type BenchStep,
  type DrillPlace,
  type PieceMap,
  type PlannedStack,
} from '@rapid-jig/core';
import { BladeSide } from '../drawing/BladePicture';
import { Measure } from '../drawing/Measure';
import { StackFromAbove, type StackLines } from '../drawing/StackFromAbove';
import { drawnSize, StackSide } from '../drawing/StackPicture';
import { FIGURE, GLOVE, lines } from '../theme/theme';
import { layerName } from '../words/stacks';
import { PiecesSeen } from './PiecesSeen';

interface StepPictureProps {
  readonly step: BenchStep;
  readonly stack: PlannedStack | null;
  readonly lines: StackLines | null;
  /** What is drilled in this step. */
  readonly places: readonly DrillPlace[];
  /** The pieces that come off in this step. */
  readonly pieces: readonly PieceMap[];
}

/** The work of a step at the size of a hand: the stack from above where a line is followed or a hole drilled, else its layers. */
export function StepPicture({ step, stack, lines: drawn, places, pieces }: StepPictureProps) {
  const [pass] = step.passes;
  // While lines are followed they are in view, then what they part; the other as long as it is wanted.
  const [wanted, setWanted] = useState<'cuts' | 'pieces' | null>(null);
  const inView = wanted ?? (step.kind === 'cut' ? 'cuts' : 'pieces');
  const comesApart = stack !== null && pieces.length > 0 && pass !== undefined;
  // The pattern goes on before anything is drilled or sawn.
  const phase = step.kind === 'stick' ? stack?.phases[0] : stack?.phases.find(({ key }) => key === step.phaseKey);
  return (
    <Box
      sx={{
        minHeight: { xs: 220, md: 0 },
        display: 'grid',
        placeItems: 'center',
        position: 'relative',
        overflow: 'hidden',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        p: 1,
      }}
    >
      {comesApart && step.kind === 'cut' && (
        <Button
          onClick={() => setWanted(inView === 'cuts' ? 'pieces' : 'cuts')}
          sx={{ ...GLOVE, position: 'absolute', top: 8, right: 8, zIndex: 1 }}
        >
          {inView === 'cuts' ? 'Its pieces' : 'Its cuts'}
        </Button>
      )}
      {comesApart && inView === 'pieces' ? (
        <PiecesSeen stack={stack} pass={pass} maps={pieces} />
      ) : stack && phase && drawn ? (
        <StackFromAbove
          stack={stack}
          phase={phase}
          lines={drawn}
          height="min(56vh, 520px)"
          // The pattern and the holes are of all passes on a blank; sawn is one after the other.
          abreast={step.kind === 'cut' || step.kind === 'thread' ? 1 : abreastOf(stack.strip, step.passes.length)}
          {...linesShown(step, places)}
        />
      ) : stack ? (
        <LayersSeen stack={stack} passes={step.passes.length} />
      ) : step.kind === 'blade' && step.blade ? (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 4 }}>
          <BladeSide blade={step.blade} length={360} />
          <Typography sx={{ ...FIGURE, fontSize: '9rem', fontWeight: 800, lineHeight: 1 }}>
            {step.blade.size}
          </Typography>
        </Box>
      ) : (
        <TablePicture tiltDegrees={step.tiltDegrees} />
      )}
    </Box>
  );
}

/** Which lines of the stack a step is about: all of them for its pattern. */
function linesShown(
  step: BenchStep,
  places: readonly DrillPlace[],
): Pick<ComponentProps<typeof StackFromAbove>, 'strong' | 'numbered' | 'drilled'> {
  if (step.kind === 'stick') return {};
  if (step.kind === 'drill') return { strong: [], drilled: places };
  return { strong: step.cutIds.filter((id) => !step.sawnCutIds.includes(id)), numbered: step.cutIds };
}

const SIDE_WIDTH = 560;
const MOST_SIDE = 300;

/** The stack from the side, to scale, with the names of its layers, and the size of its blank: of one that so many passes lie on. */
function LayersSeen({ stack, passes }: { readonly stack: PlannedStack; readonly passes: number }) {
  const [top] = stack.gangs;
  if (!top) return null;
  const [across, up] = drawnSize(top, blankAbreast(top, stack, abreastOf(stack.strip, passes)));
  const scale = Math.min(MOST_SIDE / stack.stackHeightMm, SIDE_WIDTH / across);
  const [width, height] = [across * scale, stack.stackHeightMm * scale];
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, alignItems: 'center', maxWidth: '100%' }}>
      <svg
        viewBox={`-1 -1 ${String(width + 2)} ${String(height + 2)}`}
        style={{ width, maxWidth: '100%' }}
        role="img"
        aria-label="The layers from the side"
      >
        <StackSide stack={stack} width={width} scale={scale} />
      </svg>
      <Typography sx={{ ...FIGURE, fontSize: { xs: '2rem', md: '3rem' }, lineHeight: 1.1, textAlign: 'center' }}>
        <Measure mm={across} /> × <Measure mm={up} />
      </Typography>
      <Box component="ol" sx={{ m: 0, pl: 3, fontSize: { xs: '1.2rem', md: '1.7rem' } }}>
        {stack.layers.map(({ id }) => {
          const { thicknessMm, wood } = gangOfLayer(id, stack);
          return (
            <li key={id}>
              <Box component="span" sx={lines(1)}>
                <b>{layerName(id, stack)}</b>, <Measure mm={thicknessMm} /> {wood.name}
              </Box>
            </li>
          );
        })}
      </Box>
    </Box>
  );
}

/** The table from the front at its tilt, the blade upright. */
function TablePicture({ tiltDegrees }: { readonly tiltDegrees: number }) {
  return (
    <svg
      viewBox="-160 -130 320 220"
      style={{ width: 'min(100%, 520px)' }}
      role="img"
      aria-label="The table at its tilt"
    >
      <path d="M0 -110V80" stroke="var(--rj-palette-text-primary)" strokeWidth="3" />
      <g transform={`rotate(${String(tiltDegrees)})`}>
        <rect x="-140" y="0" width="280" height="14" fill="var(--rj-palette-shelf)" stroke="var(--rj-palette-edge)" />
      </g>
      <text x="12" y="-80" fontSize="34" fontWeight="700" fill="var(--rj-palette-text-primary)">
        {tiltDegrees}°
      </text>
    </svg>
  );
}
