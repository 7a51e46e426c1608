import { Box, Typography } from '@mui/material';
import type { BenchStep } from '@rapid-jig/core';
import { FIGURE } from '../theme/theme';
import { Tap } from './Tap';
import type { Bench } from './use-bench';

interface CutsSawnProps {
  readonly bench: Bench;
  /** A step of several cuts, in the order of sawing. */
  readonly step: BenchStep;
}

/** How far a step of several cuts is: told cut by cut, it is taken up there when it was broken off. */
export function CutsSawn({ bench, step: { cutIds, sawnCutIds } }: CutsSawnProps) {
  const next = cutIds.find((id) => !sawnCutIds.includes(id));
  // The last one is told by the pass itself.
  const isLast = sawnCutIds.length >= cutIds.length - 1;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
      <Typography role="status" aria-label="Cuts sawn" sx={{ ...FIGURE, fontSize: '1.4rem', fontWeight: 700 }}>
        {sawnCutIds.length} of {cutIds.length} sawn
      </Typography>
      {next !== undefined && !isLast && (
        <Tap onClick={() => bench.cutSawn(next)}>Cut {cutIds.indexOf(next) + 1} is sawn</Tap>
      )}
    </Box>
  );
}
