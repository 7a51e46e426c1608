import { useState } from 'react';
import { Box, Button, Dialog, DialogContent, DialogTitle, Typography } from '@mui/material';
import { stackName, type BenchStep, type PlannedStack } from '@rapid-jig/core';
import { useRunState } from '../runs/RunRoute';
import { ofWords, STEP_WORDS } from '../words/bench';
import { lines } from '../theme/theme';
import { counted } from '../words/counted';
import { Tap } from './Tap';
import type { Bench } from './use-bench';

/** What comes next; opened, the stacks that are waiting, one of which may be done before the others. */
export function ThenList({ bench }: { readonly bench: Bench }) {
  const [isOpen, setOpen] = useState(false);
  const planned = useRunState('planned');
  const { steps, left } = bench;
  const next = steps?.[1];
  const stackOf = (key: string | null): PlannedStack | null =>
    planned?.plan.stacks.find((stack) => stack.key === key) ?? null;
  return (
    <>
      <Button
        variant="text"
        color="inherit"
        onClick={() => setOpen(true)}
        sx={{ height: 88, flex: '1 1 260px', justifyContent: 'start', textAlign: 'left', minWidth: 0 }}
      >
        <Box sx={{ minWidth: 0 }}>
          <Typography color="textSecondary">Then</Typography>
          <Typography noWrap sx={{ fontSize: '1.3rem', fontWeight: 600 }}>
            {next ? STEP_WORDS[next.kind] : 'All is done'}
          </Typography>
          <Typography noWrap color="textSecondary">
            {next ? ofWords(next, stackOf(next.stackKey)) : ''}
          </Typography>
        </Box>
      </Button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} fullWidth maxWidth="md">
        <DialogTitle sx={{ fontSize: '1.6rem' }}>Do another stack first</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 1, gridAutoRows: 'max-content' }}>
          {isOpen &&
            [...stepsByStack(left ?? [])].flatMap(([key, own]) => {
              const stack = stackOf(key);
              if (!stack) return [];
              return [
                <Tap
                  key={stack.key}
                  pressed={bench.first === stack.key}
                  onClick={() => {
                    bench.doFirst(bench.first === stack.key ? null : stack.key);
                    setOpen(false);
                  }}
                >
                  <Box component="span" sx={lines(2)}>
                    {counted(own, 'step')}, {counted(stack.layers.length, 'layer')}: {stackName(stack)}
                  </Box>
                </Tap>,
              ];
            })}
          <Typography color="textSecondary">
            The order of the plan changes blade and tilt as seldom as can be; another order may change them more often.
          </Typography>
        </DialogContent>
      </Dialog>
    </>
  );
}

/** How many steps each stack still has, in the order of their first. */
function stepsByStack(steps: readonly BenchStep[]): ReadonlyMap<string | null, number> {
  const counts = new Map<string | null, number>();
  for (const { stackKey } of steps) counts.set(stackKey, (counts.get(stackKey) ?? 0) + 1);
  return counts;
}
