import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { useRunState } from '../runs/RunRoute';
import { FIGURE } from '../theme/theme';
import { counted } from '../words/counted';
import { BackButton } from './BackButton';
import type { Bench } from './use-bench';

/** Nothing is left to do at the saw: what came of it, and where to go on. */
export function AllDone({ bench }: { readonly bench: Bench }) {
  const planned = useRunState('planned');
  const good = planned?.plan.parts.reduce((sum, part) => sum + part.good, 0) ?? 0;
  const spoiled = planned?.plan.parts.reduce((sum, part) => sum + part.spoiled, 0) ?? 0;
  return (
    <Box sx={{ flex: 1, display: 'grid', placeContent: 'center', justifyItems: 'center', gap: 2, p: 3 }}>
      <Typography
        component="h2"
        role="status"
        aria-label="This step"
        sx={{ ...FIGURE, fontSize: '3.2rem', fontWeight: 800, textAlign: 'center' }}
      >
        {good + spoiled === 0 ? 'Nothing is to be sawn' : 'All is sawn'}
      </Typography>
      <Typography sx={{ fontSize: '1.6rem' }}>
        {counted(good, 'good piece')}
        {spoiled > 0 ? `, ${String(spoiled)} spoiled` : ''}.
      </Typography>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <BackButton bench={bench} />
        <Button
          component={Link}
          to="../record"
          relative="path"
          variant="outlined"
          sx={{ height: 88, minWidth: 150, fontSize: '1.4rem' }}
        >
          The record
        </Button>
        <Button
          component={Link}
          to=".."
          relative="path"
          variant="contained"
          sx={{ height: 88, minWidth: 220, fontSize: '1.4rem' }}
        >
          To the run
        </Button>
      </Box>
    </Box>
  );
}
