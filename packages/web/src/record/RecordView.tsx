import { useMemo } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { pieceLedger, recordedTimes, setCounts } from '@rapid-jig/core';
import { useRunDoc, useRunState } from '../runs/RunRoute';
import { Page } from '../shell/Page';
import { LogList } from './LogList';
import { PieceTable } from './PieceTable';
import { SetsList } from './SetsList';
import { TimesChart } from './TimesChart';

/** What came of a run so far: its pieces, the copies they make, the minutes against the plan, and what was noticed. */
export function RecordView() {
  const planned = useRunState('planned');
  const work = useRunState('work');
  const revisions = useRunState('revisions');
  const run = useRunDoc((doc) => doc);
  const plan = planned?.plan ?? null;
  const counts = useMemo(
    () => plan && { pieces: pieceLedger(plan, work, run, revisions), sets: setCounts(plan, work, run, revisions) },
    [plan, work, run, revisions],
  );
  const times = useMemo(() => recordedTimes(work), [work]);
  return (
    <Page wide title={`Record: ${run.name}`}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1">Count and record: {run.name}</Typography>
        <Button component={Link} to=".." relative="path">
          Back to the run
        </Button>
      </Box>
      {counts === null ? (
        <Typography sx={{ mt: 2 }}>Planning…</Typography>
      ) : (
        <>
          <SetsList sets={counts.sets} />
          <PieceTable pieces={counts.pieces} />
          <TimesChart times={times} />
          <LogList />
        </>
      )}
    </Page>
  );
}
