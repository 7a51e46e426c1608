import { useRef } from 'react';

/** A second tap on the same within this is the same tap, ms. */
const BOUNCE_MS = 350;

/** True for a tap that a hand in a glove, or a switch, made of one. */
export function useBounce(): (what: string) => boolean {
  const last = useRef({ what: '', at: -Infinity });
  return (what) => {
    const at = performance.now();
    if (last.current.what === what && at - last.current.at < BOUNCE_MS) return true;
    last.current = { what, at };
    return false;
  };
}
