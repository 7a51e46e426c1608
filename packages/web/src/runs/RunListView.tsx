import { useState } from 'react';
import { Box, Typography } from '@mui/material';
import { Link, useLoaderData } from 'react-router';
import { newRun } from '@rapid-jig/core';
import type { StoredRun, StoredCard } from '@rapid-jig/contract';
import { RUNS_OF_A_PAGE } from '../api/client';
import { PartPicture } from '../drawing/PartPicture';
import { drawCard } from '../drawing/paths';
import { v4 as newId } from 'uuid';
import { useLive } from '../shell/use-live';
import { useMake } from '../shell/use-make';
import { OnceButton } from '../fields/OnceButton';
import { useServices } from '../use-services';
import { Page } from '../shell/Page';
import { EmptyStart } from '../shell/EmptyStart';
import { counted } from '../words/counted';
import { FIGURE } from '../theme/theme';
import { dateWords, daysAhead } from './due';

/** What is being made, each run as a plank with the outlines of what is cut from it. */
export function RunListView() {
  const { runs: newest, templates } = useLoaderData<{ runs: StoredRun[]; templates: StoredCard[] }>();
  const { runs, earlier } = useRuns(newest);
  useLive('runs', 'templates');
  const { base } = useServices();
  if (templates.length === 0)
    return <EmptyStart words="First, bring the drawing of something you make." demo={base === ''} />;
  return (
    <Page title="Runs">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Runs
        </Typography>
        <NewRun />
      </Box>
      {runs.length === 0 && (
        <Typography color="textSecondary">
          Nothing is being made yet. A run is so many of these and so many of those, by a date.
        </Typography>
      )}
      <Box sx={{ display: 'grid', gap: 2.5 }}>
        {runs
          .filter(({ doc }) => !doc.archived)
          .map((run) => (
            <RunPlank key={run.doc.id} run={run} templates={templates} />
          ))}
      </Box>
      {earlier && (
        <OnceButton sx={{ mt: 2 }} onClick={earlier}>
          Earlier runs
        </OnceButton>
      )}
    </Page>
  );
}

/** The newest runs and those that were asked for beyond them; `earlier` asks for more, and is null where there are none. */
function useRuns(newest: readonly StoredRun[]) {
  const { api, say } = useServices();
  const [older, setOlder] = useState<readonly StoredRun[]>([]);
  const [atEnd, setAtEnd] = useState(false);
  const known = new Set(newest.map(({ doc }) => doc.id));
  const runs = [...newest, ...older.filter(({ doc }) => !known.has(doc.id))];
  const last = runs.at(-1)?.doc.id;
  const ask = async (): Promise<void> => {
    const answer = await api.runs(last);
    if (!answer.ok) {
      say(`${answer.error.message} ${answer.error.hint}`);
      return;
    }
    // All that is shown now: what a new run pushes off the newest page stays.
    setOlder([...runs, ...answer.value]);
    setAtEnd(answer.value.length < RUNS_OF_A_PAGE);
  };
  return { runs, earlier: atEnd || newest.length < RUNS_OF_A_PAGE ? null : ask };
}

function NewRun() {
  const make = useMake();
  return (
    <OnceButton variant="contained" onClick={() => make.run(newRun(newId(), 'New run', []))}>
      Start a run
    </OnceButton>
  );
}

function RunPlank({
  run: { doc, startedAt },
  templates,
}: {
  readonly run: StoredRun;
  readonly templates: readonly StoredCard[];
}) {
  const lines = doc.lines.flatMap((line) => {
    const card = templates.find((one) => one.card.id === line.templateId)?.card;
    const [picture] = card?.pictures ?? [];
    return card && picture
      ? [{ copies: line.copies, name: card.name, woodId: picture.woodId, drawn: drawCard(picture) }]
      : [];
  });
  return (
    <Box
      component={Link}
      to={`/runs/${doc.id}`}
      sx={{
        color: 'inherit',
        textDecoration: 'none',
        bgcolor: 'sheet',
        border: 1,
        borderColor: 'divider',
        borderBottom: 8,
        borderBottomColor: 'shelf',
        p: 2,
        display: 'block',
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
          {doc.name}
        </Typography>
        <Typography color="textSecondary">{startedAt ? 'being sawn' : 'planned'}</Typography>
        <Typography sx={{ ml: 'auto' }}>
          {doc.dueDate !== null && `by ${dateWords(doc.dueDate)}, ${daysAhead(doc.dueDate, new Date())}`}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', gap: 4, mt: 2, flexWrap: 'wrap' }}>
        {lines.map(({ name, copies, drawn, woodId }) => (
          <Box key={name}>
            <PartPicture parts={[{ drawn, woodId }]} height={92} label={name} />
            <Typography variant="body2" sx={{ mt: 0.5 }}>
              <Box component="b" sx={FIGURE}>
                {copies}
              </Box>{' '}
              × {name}
            </Typography>
          </Box>
        ))}
        {lines.length === 0 && (
          <Typography color="textSecondary">{counted(doc.lines.length, 'template')} in it so far.</Typography>
        )}
      </Box>
    </Box>
  );
}
