import { Box, Button, TextField, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { Plan } from '@rapid-jig/core';
import { NameField } from '../fields/NameField';
import { SaveBadge } from '../shell/SaveBadge';
import { FIGURE } from '../theme/theme';
import { daysAhead } from './due';
import { useOpenRun, useRunDoc, useRunState } from './RunRoute';
import { saveFile } from '../api/save-file';

/** The name of the run, its date, how far along it is, and what can be carried to the shop. */
export function RunHeader() {
  const { session } = useOpenRun();
  const name = useRunDoc((run) => run.name);
  const dueDate = useRunDoc((run) => run.dueDate);
  const isEmpty = useRunDoc((run) => run.lines.length === 0);
  const planned = useRunState('planned');
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', columnGap: 2, rowGap: 1, flexWrap: 'wrap' }}>
      <NameField
        heading
        label="Name of the run"
        name={name}
        onChange={(next) => session.document.edit((doc) => ({ ...doc, name: next }), 'name')}
      />
      <TextField
        label="Due"
        type="date"
        value={dueDate ?? ''}
        onChange={(event) => {
          const next = event.target.value || null;
          session.document.edit((doc) => ({ ...doc, dueDate: next }));
        }}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Typography color="textSecondary">{dueDate !== null && daysAhead(dueDate, new Date())}</Typography>
      <Box sx={{ flex: 1, minWidth: 190 }}>
        <Progress />
        <SaveBadge document={session.document} />
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, '& .MuiButton-text': { px: 1 } }}>
        <Button
          aria-label="Part list (CSV)"
          disabled={!planned}
          onClick={() => void (planned && downloadPartList(name, planned.plan))}
        >
          Part list
        </Button>
        <Button component={Link} to="wood" disabled={!planned || isEmpty}>
          Wood
        </Button>
        <Button component={Link} to="patterns" disabled={!planned || isEmpty}>
          Patterns
        </Button>
        <Button component={Link} to="record" disabled={!planned || isEmpty}>
          Record
        </Button>
        <Button component={Link} to="sheet" disabled={!planned || isEmpty}>
          Cut sheet
        </Button>
        <Button component={Link} to="bench" variant="contained" disabled={!planned || isEmpty}>
          To the saw
        </Button>
      </Box>
    </Box>
  );
}

function Progress() {
  const planned = useRunState('planned');
  const counts = planned ? [...planned.plan.parts, ...planned.plan.rods.map(({ tally }) => tally)] : [];
  const total = counts.reduce((sum, count) => sum + count.total, 0);
  if (total === 0) return null;
  const there = counts.reduce((sum, count) => sum + Math.min(count.total, count.good + count.onHand), 0);
  return (
    <Typography role="status" aria-label="Progress" sx={FIGURE}>
      <b>{there}</b> of {total} pieces good
    </Typography>
  );
}

/** Hands the part list to the browser as a file. */
async function downloadPartList(name: string, plan: Plan): Promise<void> {
  // The writer of tables is fetched only when it is wanted.
  const { fileNameFor, partListCsv } = await import('@rapid-jig/core');
  saveFile(fileNameFor({ name }, 'csv'), new Blob([partListCsv(plan)], { type: 'text/csv;charset=utf-8' }));
}
