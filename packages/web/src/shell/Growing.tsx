import { useCallback, useEffect, useRef, useState, useTransition, type ReactNode } from 'react';
import { Button } from '@mui/material';
import { counted } from '../words/counted';

/** Drawn at once, and added each time: what a slow computer draws between two looks. */
const STEP = 24;
/** More are drawn before the end of those that are there comes into the window, px. */
const AHEAD = '800px';

interface GrowingProps<T> {
  readonly items: readonly T[];
  /** What one of them is, in words: `stack`. */
  readonly noun: string;
  readonly children: (shown: readonly T[]) => ReactNode;
}

/** The first of many things: the next are drawn when their end comes near the window, or by the button. */
export function Growing<T>({ items, noun, children }: GrowingProps<T>) {
  const [count, setCount] = useState(STEP);
  const [isDrawing, startDrawing] = useTransition();
  const end = useRef<HTMLButtonElement>(null);
  const grow = useCallback(() => startDrawing(() => setCount((before) => before + STEP)), []);
  const left = items.length - count;
  useEffect(() => {
    if (!end.current) return;
    const watch = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) grow();
      },
      { rootMargin: AHEAD },
    );
    watch.observe(end.current);
    // Watched anew after each step: an end that stays near the window tells of itself only once.
    return () => watch.disconnect();
  }, [count, left, grow]);
  return (
    <>
      {children(left > 0 ? items.slice(0, count) : items)}
      {left > 0 && (
        <Button ref={end} onClick={grow} loading={isDrawing} color="inherit">
          {counted(left, `more ${noun}`)}
        </Button>
      )}
    </>
  );
}
