import { useEffect, useMemo, useRef, useState } from 'react';
import { Typography } from '@mui/material';
import { useRunDoc, useRunState } from '../runs/RunRoute';
import { useServices } from '../use-services';
import { dueTimes, type DueTime } from './due-times';

const TICK_MS = 1000;

/** What waits in its clamps: runs on while the page is closed, rings when its time is up, and tells what fell due meanwhile. */
export function Timers({ ring }: { readonly ring: () => void }) {
  const planned = useRunState('planned');
  const work = useRunState('work');
  const { say } = useServices();
  const runId = useRunDoc((run) => run.id);
  const [now, setNow] = useState(() => Date.now());
  const times = useMemo(() => dueTimes(planned?.plan.glueUps ?? [], work), [planned, work]);
  const seenName = `rapid-jig-bench-seen-${runId}`;
  const seen = useRef<number | null>(null);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    const before = seen.current ?? Number(localStorage.getItem(seenName) ?? now);
    const due = times.filter(({ at }) => at > before && at <= now);
    // A clock that was set back tells what fell due again, rather than not at all.
    seen.current = now;
    localStorage.setItem(seenName, String(now));
    if (due.length === 0) return;
    ring();
    say(`Out of the clamps: ${due.map(({ where, at }) => `${where} (${clockTime(at)})`).join(', ')}`);
  }, [now, times, seenName, ring, say]);
  const waiting = times.filter(({ at }) => at > now);
  return waiting.map(({ gangKey, where, at }) => (
    <Typography key={gangKey} role="timer" aria-label={`In the clamps: ${where}`} noWrap sx={{ fontWeight: 600 }}>
      {where}: {leftWords({ at }, now)}
    </Typography>
  ));
}

const leftWords = ({ at }: Pick<DueTime, 'at'>, now: number): string => {
  const seconds = Math.ceil((at - now) / 1000);
  return `${String(Math.floor(seconds / 60))}:${String(seconds % 60).padStart(2, '0')}`;
};

const clockTime = (at: number): string =>
  new Date(at).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' });
