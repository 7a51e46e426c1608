import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import { IconAlertTriangle } from '@tabler/icons-react';
import { gangName, bladesInOrder, formatMinutes, totalMinutes, type PlannedStack } from '@rapid-jig/core';
import { StackPicture } from '../drawing/StackPicture';
import type { DrawnPart } from '../drawing/paths';
import { Distance, Measure } from '../drawing/Measure';
import { useUnit } from '../services';
import { FIGURE } from '../theme/theme';
import { counted } from '../words/counted';
import { warningWords } from '../words/plan';
import { holesOf } from './Holes';
import { PassMarks } from './PassMarks';
import { WhyBlade } from './WhyBlade';
import { WhyLayers } from './WhyLayers';

interface StackCardProps {
  readonly stack: PlannedStack;
  readonly drawn: ReadonlyMap<string, DrawnPart>;
  readonly scale: number;
}

/** One stack on its shelf: how it looks, what is done to it, and a mark for every pass. */
export const StackCard = memo(function StackCard({ stack, drawn, scale }: StackCardProps) {
  const { unit } = useUnit();
  const holes = holesOf(stack);
  const { gang, layers, passMinutes, passesToCut, warnings } = stack;
  const cutMm = stack.cuts.reduce((sum, cut) => sum + cut.measure.lengthMm * cut.times, 0);
  const name = gangName(gang);
  return (
    <Box
      component="article"
      aria-label={`${gang.templateName}, ${name}, ${counted(layers, 'layer')}`}
      sx={{ maxWidth: '100%' }}
    >
      {/* What is sawn stands back; its words stay as clear as the others. */}
      <Box sx={{ '& svg': { opacity: passesToCut === 0 ? 0.6 : 1 } }}>
        <StackPicture stack={stack} drawn={drawn} scale={scale} />
      </Box>
      <Box sx={{ width: 250, maxWidth: '100%' }}>
        <Typography variant="h3" sx={{ overflowWrap: 'anywhere' }}>
          {name}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ overflowWrap: 'anywhere' }}>
          {gang.templateName}
        </Typography>
        <Typography component="div" sx={FIGURE}>
          <WhyLayers stack={stack} /> of <Measure mm={gang.thicknessMm} /> {gang.wood.name}
        </Typography>
        <Typography variant="body2" sx={FIGURE}>
          {holes && <>holes: {holes} · </>}
          <Distance mm={cutMm} /> of cut · {formatMinutes(totalMinutes(passMinutes))} a pass
        </Typography>
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', my: 0.5 }}>
          {bladesInOrder(stack).map((blade, i) => (
            <WhyBlade key={`${blade.id} ${String(i)}`} blade={blade} stack={stack} />
          ))}
        </Box>
        {stack.layersReady > 0 && (
          <Typography variant="body2">Blanks for {counted(stack.layersReady, 'layer')} are cut.</Typography>
        )}
        {warnings.map((warning) => (
          <Typography key={warning.kind} variant="body2" color="warning" sx={{ display: 'flex', gap: 0.5 }}>
            <IconAlertTriangle size={16} style={{ flex: 'none', marginTop: 2 }} /> {warningWords(warning, unit)}
          </Typography>
        ))}
        <PassMarks stack={stack} />
      </Box>
    </Box>
  );
});
