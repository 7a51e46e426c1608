import { useEffect, useRef, useState, useTransition, type ReactNode } from 'react';
import { Button } from '@mui/material';
import { usePrinted } from './use-printed';
import { counted } from '../words/counted';

/** Drawn at once, and added each time: what a slow computer draws between two looks. */
const STEP = 24;
/** More come by themselves up to so many; beyond, what stands below could never be scrolled to. */
const BY_THEMSELVES = 96;
/** More are drawn before the end of those that are there comes into the window from below, px. */
const AHEAD = '0px 0px 800px 0px';

interface GrowingProps<T> {
  readonly items: readonly T[];
  /** What one of them is, in words: `stack`. */
  readonly noun: string;
  readonly children: (shown: readonly T[]) => ReactNode;
}

/** The first of many things: the next are drawn when their end comes near the window, later twice as many by the button; on paper all. */
export function Growing<T>({ items, noun, children }: GrowingProps<T>) {
  const [count, setCount] = useState(STEP);
  const [, startDrawing] = useTransition();
  const end = useRef<HTMLButtonElement>(null);
  const isPrinted = usePrinted();
  const left = isPrinted ? 0 : items.length - count;
  useEffect(() => {
    if (!end.current || count >= BY_THEMSELVES) return;
    const watch = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) startDrawing(() => setCount(count + STEP));
      },
      { rootMargin: AHEAD },
    );
    watch.observe(end.current);
    // Watched anew after each step: an end that stays near the window tells of itself only once.
    return () => watch.disconnect();
  }, [count, left]);
  return (
    <>
      {children(left > 0 ? items.slice(0, count) : items)}
      {left > 0 && (
        <Button ref={end} onClick={() => startDrawing(() => setCount(count * 2))} color="inherit">
          {counted(left, `more ${noun}`)}
        </Button>
      )}
    </>
  );
}
