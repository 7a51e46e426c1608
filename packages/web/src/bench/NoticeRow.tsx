import { useState } from 'react';
import { Box } from '@mui/material';
import type { BenchStep, Notice } from '@rapid-jig/core';
import { NOTICE_WORDS } from '../words/bench';
import { NotePanel } from './NotePanel';
import { SpoiledPanel } from './SpoiledPanel';
import { Tap } from './Tap';
import type { Bench } from './use-bench';

const AT_SAW: readonly Notice[] = ['blade-broke', 'blade-dull', 'burnt', 'wandered'];
const AT_FIT: readonly Notice[] = ['fit-tight', 'fit-loose'];

/** What is noticed at a step, with one tap each; each can be taken back with Back. */
export function NoticeRow({ bench, step }: { readonly bench: Bench; readonly step: BenchStep }) {
  const [open, setOpen] = useState<'spoiled' | 'note' | null>(null);
  const { isPaused } = bench;
  const isSawing = step.kind === 'cut' || step.kind === 'thread';
  const taps = [...(isSawing ? AT_SAW : []), ...(step.kind === 'check' || isSawing ? AT_FIT : [])];
  const close = (): void => setOpen(null);
  return (
    <>
      <Box role="group" aria-label="Noticed" sx={{ display: 'flex', gap: 1, px: 1.5, pb: 1.5, flexWrap: 'wrap' }}>
        {bench.stack && (
          <Tap danger onClick={() => setOpen('spoiled')}>
            Spoiled…
          </Tap>
        )}
        {taps.map((what) => (
          <Tap key={what} onClick={() => bench.notice(what)}>
            {NOTICE_WORDS[what]}
          </Tap>
        ))}
        <Tap onClick={() => setOpen('note')}>Note…</Tap>
        <Tap onClick={() => bench.notice(isPaused ? 'go-on' : 'pause')} pressed={isPaused}>
          {isPaused ? 'Paused: go on' : 'Pause'}
        </Tap>
      </Box>
      {open === 'spoiled' && <SpoiledPanel bench={bench} onClose={close} />}
      {open === 'note' && <NotePanel bench={bench} onClose={close} />}
    </>
  );
}
