import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import { formatMinutes, woodById, type BlankNeed, type Plan } from '@rapid-jig/core';
import { woodFill } from '../drawing/WoodDefs';
import { Area, Measure, Size } from '../drawing/Measure';
import { Growing } from '../shell/Growing';
import { FIGURE } from '../theme/theme';
import { RunSection } from './RunSection';
import { counted } from '../words/counted';

/** The longest blank is drawn this wide, px. */
const WIDEST_PX = 150;

/** The blanks to cut, drawn to one scale, by wood and thickness. */
export const BlanksSection = memo(function BlanksSection({ plan }: { readonly plan: Plan }) {
  if (plan.blanks.length === 0) return null;
  const scale = WIDEST_PX / Math.max(...plan.blanks.map(({ length }) => length));
  const woods = new Map<string, BlankNeed[]>();
  for (const blank of plan.blanks) {
    const key = `${blank.woodId} ${String(blank.nominalMm)}`;
    woods.set(key, [...(woods.get(key) ?? []), blank]);
  }
  return (
    <RunSection id="blanks" label="Blanks" title="Blanks">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5 }}>
        {[...woods.entries()].map(([key, blanks]) => (
          <WoodBlanks key={key} blanks={blanks} scale={scale} />
        ))}
      </Box>
      {plan.glueUps
        .filter(({ count }) => count > 0)
        .map(({ gangKey, where, plies, count, handsMinutes, waitMinutes }) => (
          <Typography key={gangKey} sx={{ mt: 1.5 }}>
            <b>Glue up first</b>: {counted(count, 'blank')} for {where},{' '}
            {plies.map(({ wood }) => wood.name).join(' on ')}. {formatMinutes(handsMinutes)} at the bench, then{' '}
            {formatMinutes(waitMinutes)} in the clamps before a blade may touch them.
          </Typography>
        ))}
    </RunSection>
  );
});

/** What is special about a blank; nothing of a plate with wood all round. */
function ruleWords({ rule, passes }: BlankNeed): string {
  switch (rule) {
    case 'plate':
      return '';
    case 'edge':
      return 'One side is the board’s own edge. ';
    case 'shared':
      return passes > 1 ? `For ${String(passes)} passes side by side. ` : 'Longer than it need be, to hold it by. ';
    case 'block':
      return 'A block with a handle at each end. ';
  }
}

function WoodBlanks({ blanks, scale }: { readonly blanks: readonly BlankNeed[]; readonly scale: number }) {
  const [first] = blanks;
  if (!first) return null;
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography variant="h3">
        {woodById(first.woodId)?.name}, <Measure mm={first.thicknessMm} />{' '}
        <Typography component="span" variant="body2" color="textSecondary">
          <Area mm2={blanks.reduce((sum, { length, width, count }) => sum + length * width * count, 0)} /> in all
        </Typography>
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'end', mt: 1 }}>
        <Growing items={blanks} noun="blank size">
          {(shown) =>
            shown.map((blank) => <Blank key={blank.parts.join() + String(blank.length)} blank={blank} scale={scale} />)
          }
        </Growing>
      </Box>
    </Box>
  );
}

function Blank({ blank, scale }: { readonly blank: BlankNeed; readonly scale: number }) {
  return (
    <Box sx={{ maxWidth: 230 }}>
      <svg width={blank.length * scale + 2} height={blank.width * scale + 2} aria-hidden focusable="false">
        <rect
          x="1"
          y="1"
          width={blank.length * scale}
          height={blank.width * scale}
          fill={woodFill(blank.woodId)}
          stroke="var(--rj-palette-edge)"
        />
      </svg>
      <Typography sx={FIGURE}>
        <b>{blank.count}</b> of <Size length={blank.length} width={blank.width} />
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ overflowWrap: 'anywhere' }}>
        {ruleWords(blank)}
        {blank.parts.join(', ')}
      </Typography>
    </Box>
  );
}
