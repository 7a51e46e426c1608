import { Fragment } from 'react';
import { Box, Typography } from '@mui/material';
import type { Plan } from '@rapid-jig/core';
import { FIGURE } from '../theme/theme';

/** The counts at the foot of the wall: what is needed, spare and there, against what the stacks give. */
export function WallFoot({ plan }: { readonly plan: Plan }) {
  const sum = (of: (part: Plan['parts'][number]) => number): number =>
    plan.parts.reduce((total, part) => total + of(part), 0);
  const rows = [
    ['needed', sum(({ needed }) => needed)],
    ['spare', sum(({ sparesLeft }) => sparesLeft)],
    ['on hand before', -sum(({ onHand }) => onHand)],
    ['good already', -sum(({ good }) => good)],
    ['left over', sum(({ leftOver }) => leftOver)],
    ['from the stacks', sum(({ planned }) => planned)],
  ] as const;
  const shown = rows.filter(([name, count]) => count !== 0 || name === 'needed' || name === 'from the stacks');
  if (plan.parts.length === 0) return null;
  return (
    <Typography aria-label="What the stacks give" role="group" sx={{ mb: 2 }}>
      {shown.map(([name, count], i) => (
        <Fragment key={name}>
          {i === 0 ? '' : name === 'from the stacks' ? ' = ' : count < 0 ? ' − ' : ' + '}
          <Box component="b" sx={FIGURE}>
            {Math.abs(count)}
          </Box>{' '}
          {name}
        </Fragment>
      ))}
    </Typography>
  );
}
