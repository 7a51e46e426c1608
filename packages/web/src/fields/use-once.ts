import { useRef, useState } from 'react';
import { useBounce } from './use-bounce';

/** Does a thing once: while its work is under way, and just after it was asked for, asking again does nothing. */
export function useOnce(): {
  readonly isBusy: boolean;
  readonly once: (work: () => Promise<void> | void) => Promise<void>;
} {
  const [isBusy, setBusy] = useState(false);
  // Two taps may come before the first is drawn, so the state alone would not hold the second.
  const atWork = useRef(false);
  const isBounce = useBounce();
  const once = async (work: () => Promise<void> | void): Promise<void> => {
    if (atWork.current || isBounce('once')) return;
    atWork.current = true;
    setBusy(true);
    try {
      await work();
    } finally {
      atWork.current = false;
      setBusy(false);
    }
  };
  return { isBusy, once };
}
