import { useMemo, useState } from 'react';
import { Box, Typography } from '@mui/material';
import { addUpWork, makeUpOf, stackName, type MakeUp, type Plan } from '@rapid-jig/core';
import { useOpenRun, useRunDoc, useRunState } from '../runs/RunRoute';
import { counted } from '../words/counted';
import { Tap } from './Tap';

/** What the plan makes of what was just spoiled: told at once, in place of a question that only one answer has. */
export function MadeUp() {
  const { session } = useOpenRun();
  const planned = useRunState('planned');
  const work = useRunState('work');
  const refillSpares = useRunDoc((run) => run.refillSpares);
  const spoils = work.spoils.length;
  const [seen, setSeen] = useState<{ readonly plan: Plan; readonly spoils: number } | null>(null);
  const [told, setTold] = useState<readonly MakeUp[]>([]);
  const known = useMemo(() => addUpWork(planned?.input.work ?? []).spoils.length, [planned]);
  // A plan that knows of all that was spoiled: compared with the one before, once.
  if (planned && known === spoils && seen?.plan !== planned.plan) {
    if (seen && spoils > seen.spoils) setTold(makeUpOf(seen.plan, planned.plan));
    setSeen({ plan: planned.plan, spoils });
  }
  if (told.length === 0) return null;
  const isCovered = told.every(({ again }) => again === 0);
  return (
    <Box
      role="alert"
      aria-label="Made up for"
      sx={{
        display: 'flex',
        gap: 1.5,
        alignItems: 'center',
        px: 2,
        py: 1,
        mx: 1.5,
        mb: 1,
        border: 2,
        borderColor: 'warning.main',
        flexWrap: 'wrap',
      }}
    >
      <Typography sx={{ flex: '1 1 320px', fontSize: '1.2rem' }}>{told.map(words).join(' ')}</Typography>
      {isCovered && !refillSpares && (
        <Tap
          onClick={() => {
            session.document.edit((run) => ({ ...run, refillSpares: true }));
            setTold([]);
          }}
        >
          Make the spare again
        </Tap>
      )}
      <Tap onClick={() => setTold([])}>Good</Tap>
    </Box>
  );
}

function words({ partName, bySpares, again, stacks }: MakeUp): string {
  const spared = bySpares > 0 ? `${counted(bySpares, 'spare')} of ${partName} takes its place.` : '';
  if (again === 0) return spared;
  const where = stacks.map(({ stack, isNew }) => {
    const passes = `${counted(stack.passesToCut, 'pass', 'passes')} of ${stackName(stack)}, ${counted(stack.layers.length, 'layer')}`;
    return isNew ? `a new stack: ${passes}` : passes;
  });
  const made = `${String(again)} × ${partName} is made again${where.length === 0 ? '' : `, in ${where.join(' and ')}`}.`;
  return `${spared} ${made} See that its blanks are there.`.trim();
}
