import { startTransition, useEffect, useState, type ReactNode } from 'react';

/** What stands further down a long page: drawn, in pieces, once what stands above it is on the screen. */
export function Below({ children }: { readonly children: ReactNode }) {
  const [isTime, setTime] = useState(false);
  useEffect(() => {
    // The frame after this one comes when the first has been drawn.
    let frame = requestAnimationFrame(() => {
      frame = requestAnimationFrame(() => startTransition(() => setTime(true)));
    });
    return () => cancelAnimationFrame(frame);
  }, []);
  return isTime ? children : null;
}
