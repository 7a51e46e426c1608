import { Box, Typography } from '@mui/material';
import type { Phase, PlannedStack } from '@rapid-jig/core';
import { StackSide } from '../drawing/StackPicture';
import { Measure } from '../drawing/Measure';
import { layersWords, phaseWords } from '../words/stacks';

/** The side view of a phase, px: as wide for every stack, so that phases stand below each other. */
const WIDTH = 54;
const MOST_HEIGHT = 44;

/** What is done while which layers are together, in the order of the work. */
export function Phases({ stack }: { readonly stack: PlannedStack }) {
  return (
    <Box component="ol" aria-label="Phases" sx={{ listStyle: 'none', m: 0, my: 1, p: 0 }}>
      {stack.phases.map((phase, i) => (
        <Box
          component="li"
          key={phase.key}
          sx={{ display: 'flex', gap: 1.25, alignItems: 'center', py: 0.5, borderTop: 1, borderColor: 'divider' }}
        >
          <b>{i + 1}</b>
          <PhaseSide phase={phase} stack={stack} />
          <Typography variant="body2">
            {phaseWords(phase)} in {layersWords(phase.layerIds, stack)}
            {phase.singly ? ', one by one' : ''}; <Measure mm={phase.heightMm} /> high
          </Typography>
        </Box>
      ))}
    </Box>
  );
}

/** The layers of a stack from the side; those of the phase stand out. */
export function PhaseSide({ phase, stack }: { readonly phase: Phase; readonly stack: PlannedStack }) {
  const scale = Math.min(1.6, MOST_HEIGHT / stack.stackHeightMm);
  return (
    <svg width={WIDTH + 2} height={stack.stackHeightMm * scale + 2} aria-hidden style={{ flex: 'none' }}>
      <g transform="translate(1 1)">
        <StackSide stack={stack} width={WIDTH} scale={scale} only={phase.layerIds} />
      </g>
    </svg>
  );
}
