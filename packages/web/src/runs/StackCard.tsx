import { memo, useState } from 'react';
import { Box, Typography } from '@mui/material';
import {
  abreastOf,
  bladesInOrder,
  formatMinutes,
  isToSaw,
  stackName,
  totalMinutes,
  type PlannedStack,
} from '@rapid-jig/core';
import { StackPicture } from '../drawing/StackPicture';
import type { DrawnPart } from '../drawing/paths';
import { Distance, Measure } from '../drawing/Measure';
import { FIGURE } from '../theme/theme';
import { counted } from '../words/counted';
import { holesOf } from './Holes';
import { DROP_STACK, LayersToMove } from './LayersToMove';
import { PassMarks } from './PassMarks';
import { StackWarnings } from './StackWarnings';
import { OpenStack } from './StackDetail';
import { Phases } from './Phases';
import { WhyBlade } from './WhyBlade';
import { WhyLayers } from './WhyLayers';

interface StackCardProps {
  readonly stack: PlannedStack;
  readonly drawn: ReadonlyMap<string, DrawnPart>;
  readonly scale: number;
}

/** One stack on its shelf: how it looks, what is done to it, and a mark for every pass. */
export const StackCard = memo(function StackCard({ stack, drawn, scale }: StackCardProps) {
  const [shown, setShown] = useState('');
  const holes = holesOf(stack.phases);
  const { gangs, layers, passMinutes, phases } = stack;
  const [only] = gangs;
  const cutMm = phases.reduce(
    (sum, { cuts, singly, layerIds }) =>
      cuts.reduce((mm, cut) => mm + cut.measure.lengthMm * (singly ? layerIds.length : 1), sum),
    0,
  );
  const name = stackName(stack);
  const abreast = abreastOf(stack.strip, stack.passesToCut);
  const ready = Object.values(stack.layersReady).reduce((sum, count) => sum + count, 0);
  const templates = [...new Set(gangs.map(({ templateName }) => templateName))].join(' and ');
  return (
    <Box
      component="article"
      aria-label={`${templates}, ${name}, ${counted(layers.length, 'layer')}`}
      {...{ [DROP_STACK]: stack.key }}
      sx={{ maxWidth: '100%' }}
    >
      {/* What is sawn stands back; its words stay as clear as the others. */}
      <Box sx={{ '& svg': { opacity: isToSaw(stack) ? 1 : 0.6 } }}>
        <StackPicture stack={stack} drawn={drawn} scale={scale} shown={shown} />
      </Box>
      <Box sx={{ width: 250, maxWidth: '100%' }}>
        <Typography variant="h3" sx={{ overflowWrap: 'anywhere' }}>
          {name}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ overflowWrap: 'anywhere' }}>
          {templates}
        </Typography>
        <Typography component="div" sx={FIGURE}>
          <WhyLayers stack={stack} />{' '}
          {gangs.length === 1 && only ? (
            <>
              of <Measure mm={only.thicknessMm} /> {only.wood.name}
            </>
          ) : (
            <>in {counted(phases.length, 'phase')}</>
          )}
        </Typography>
        <Typography variant="body2" sx={FIGURE}>
          {holes && <>holes: {holes} · </>}
          <Distance mm={cutMm} /> of cut · {formatMinutes(totalMinutes(passMinutes))} a pass
        </Typography>
        {abreast > 1 && (
          <Typography variant="body2">{counted(abreast, 'pass', 'passes')} side by side on a blank</Typography>
        )}
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', my: 0.5 }}>
          {bladesInOrder(stack).map((blade, i) => (
            <WhyBlade key={`${blade.id} ${String(i)}`} blade={blade} stack={stack} />
          ))}
        </Box>
        {ready > 0 && <Typography variant="body2">Blanks for {counted(ready, 'layer')} are cut.</Typography>}
        {phases.length > 1 && <Phases stack={stack} />}
        <StackWarnings stack={stack} drawn={drawn} onShow={setShown} />
        <LayersToMove stack={stack} />
        <OpenStack stack={stack} />
        <PassMarks stack={stack} />
      </Box>
    </Box>
  );
});
