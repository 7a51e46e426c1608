import { useRef, useState } from 'react';

/** A tap that comes again within this bounced. */
const BOUNCE_MS = 600;

/** Does a thing once: while its work is under way, and just after it was asked for, asking again does nothing. */
export function useOnce(): {
  readonly isBusy: boolean;
  readonly once: (work: () => Promise<void> | void) => Promise<void>;
} {
  const [isBusy, setBusy] = useState(false);
  // Two taps may come before the first is drawn, so the state alone would not hold the second.
  const last = useRef({ at: -Infinity, isBusy: false });
  const once = async (work: () => Promise<void> | void): Promise<void> => {
    const now = performance.now();
    if (last.current.isBusy || now - last.current.at < BOUNCE_MS) return;
    last.current = { at: now, isBusy: true };
    setBusy(true);
    try {
      await work();
    } finally {
      last.current.isBusy = false;
      setBusy(false);
    }
  };
  return { isBusy, once };
}
