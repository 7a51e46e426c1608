import { useMemo } from 'react';
import { Box, Button, Typography } from '@mui/material';
import {
  formatMinutes,
  isOfOneCut,
  stackName,
  stepOf,
  type Plan,
  type StandingEvent,
  type StepDone,
} from '@rapid-jig/core';
import { useRunState } from '../runs/RunRoute';
import { useTakeBack } from '../runs/use-take-back';
import { useServices } from '../use-services';
import { LongList } from '../shell/LongList';
import { NOTICE_WORDS, SPOIL_WORDS, STEP_WORDS } from '../words/bench';
import { counted } from '../words/counted';

/** A line of the log, px. */
const LINE_PX = 46;

/** All that was done and noticed, the newest first; a mistake is taken back, and stays in the ledger as taken back. */
export function LogList() {
  const takeBack = useTakeBack();
  const work = useRunState('work');
  const planned = useRunState('planned');
  const lines = useMemo(() => [...work.standing].reverse(), [work]);
  return (
    <Box component="section" aria-label="What was done" sx={{ mt: 4 }}>
      <Typography variant="h2">What was done</Typography>
      {lines.length === 0 && <Typography color="textSecondary">Nothing yet.</Typography>}
      <LongList label="Entries, the newest first" items={lines} heightPx={LINE_PX}>
        {(event, _i, inList) => (
          <Box
            component="li"
            key={event.id}
            {...inList}
            sx={{ display: 'flex', gap: 2, alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 0.5 }}
          >
            <Typography variant="body2" color="textSecondary" sx={{ minWidth: 130 }}>
              {new Date(event.at).toLocaleString(undefined, { dateStyle: 'short', timeStyle: 'short' })}
            </Typography>
            <Typography sx={{ flex: 1 }}>
              {wordsOf(event, planned?.plan ?? null)}
              {event.person !== null && ` (${event.person})`}
            </Typography>
            {event.kind === 'noticed' && event.photoId !== null && <Photo id={event.photoId} />}
            <Button
              size="small"
              color="inherit"
              aria-label={`Take back: ${wordsOf(event, planned?.plan ?? null)}`}
              onClick={() => takeBack(event)}
            >
              Take back
            </Button>
          </Box>
        )}
      </LongList>
    </Box>
  );
}

function wordsOf(event: StandingEvent, plan: Plan | null): string {
  const nameOf = (key: string | null): string => {
    const stack = plan?.stacks.find((one) => one.key === key);
    return stack ? stackName(stack) : key === null ? '' : 'a stack that is planned no more';
  };
  const clocked = 'minutes' in event && event.minutes !== null ? `, ${formatMinutes(event.minutes)}` : '';
  switch (event.kind) {
    case 'pass-sawn': {
      const bad = event.spoiled.length === 0 ? '' : `, ${counted(event.spoiled.length, 'layer')} spoiled`;
      return `Sawn: ${nameOf(event.stack)}${event.pass === null ? '' : `, pass ${String(event.pass)}`}${bad}${clocked}`;
    }
    case 'layers-spoiled':
      return `Spoiled: ${counted(event.lost.length, 'layer')} of ${nameOf(event.stack)}, pass ${String(event.pass)}${reasonOf(event.lost[0]?.reason ?? null)}`;
    case 'step-done':
      return `${isOfOneCut(event) ? 'One cut sawn' : subjectWords(event)}${event.stack === null ? '' : `: ${nameOf(event.stack)}`}${clocked}`;
    case 'noticed':
      return `${NOTICE_WORDS[event.what]}${event.stack === null ? '' : `: ${nameOf(event.stack)}`}${event.words === null ? '' : `. ${event.words}`}`;
    case 'sets-assembled':
      return `${counted(event.copies, 'copy', 'copies')} assembled`;
    case 'piece-off':
      return `Piece ${String(event.piece)} off: ${nameOf(event.stack)}, pass ${String(event.pass)}`;
    case 'blanks-cut':
      return 'Blanks cut';
    case 'rods-cut':
      return `${counted(event.count.good, 'length')} cut`;
  }
}

/** A step by its name; what only a newer program knows as it is recorded. */
function subjectWords(event: StepDone): string {
  const step = stepOf(event);
  return step === null ? event.subject.name : STEP_WORDS[step];
}

const reasonOf = (reason: keyof typeof SPOIL_WORDS | null): string =>
  reason === null ? '' : ` (${SPOIL_WORDS[reason].toLowerCase()})`;

/** A photo of the step, small; opened it is as large as it was kept. */
function Photo({ id }: { readonly id: string }) {
  const { base } = useServices();
  const address = `${base}/api/photos/${id}`;
  return (
    <a href={address} target="_blank" rel="noreferrer">
      <Box component="img" alt="Photo of the work" src={address} loading="lazy" sx={{ height: 72, display: 'block' }} />
    </a>
  );
}
