import { useEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { usePrinted } from './use-printed';

/** What is no higher than so many px is all drawn, so that the browser's own search finds it. */
const ALL_DRAWN_PX = 6000;
/** Drawn above and below the window. */
const AHEAD = 6;

/** What the element of an item carries, so that its height is known. */
export interface InList {
  readonly ref: (element: HTMLElement | null) => void;
  readonly 'data-index': number;
}

interface LongProps<T> {
  readonly items: readonly T[];
  /** How high one of them likely is, px; what is drawn is measured. */
  readonly heightPx: number | ((item: T) => number);
  readonly children: (item: T, index: number, inList: InList) => ReactNode;
}

/** Rows of a table of any length: those near the window are drawn, and all of them on paper. */
export function LongRows<T>(props: LongProps<T>) {
  const start = useRef<HTMLTableSectionElement>(null);
  const { drawn, before, after } = useNearby(start, props);
  return (
    <tbody ref={start}>
      {before > 0 && <tr aria-hidden="true" style={{ height: before }} />}
      {drawn}
      {after > 0 && <tr aria-hidden="true" style={{ height: after }} />}
    </tbody>
  );
}

/** A list of any length, as `LongRows`. */
export function LongList<T>({ label, ...props }: LongProps<T> & { readonly label: string }) {
  const start = useRef<HTMLUListElement>(null);
  const { drawn, before, after } = useNearby(start, props);
  return (
    <ul ref={start} aria-label={label} style={{ margin: 0, padding: 0, listStyle: 'none' }}>
      {before > 0 && <li aria-hidden="true" style={{ height: before }} />}
      {drawn}
      {after > 0 && <li aria-hidden="true" style={{ height: after }} />}
    </ul>
  );
}

/** The items near the window, and the room that those before and after them take, px. */
function useNearby<T>(start: RefObject<HTMLElement | null>, { items, heightPx, children }: LongProps<T>) {
  const heightAt = (index: number): number => {
    const item = items[index];
    return typeof heightPx === 'number' ? heightPx : item === undefined ? 0 : heightPx(item);
  };
  const isLong = isHigher(items.length, heightAt);
  const isWhole = usePrinted() || !isLong;
  const offset = useOffset(start, isLong);
  const list = useWindowVirtualizer({
    count: items.length,
    estimateSize: heightAt,
    overscan: AHEAD,
    scrollMargin: offset,
    enabled: isLong,
  });
  const draw = (index: number): ReactNode => {
    const item = items[index];
    return item === undefined
      ? null
      : children(item, index, { ref: isLong ? list.measureElement : () => undefined, 'data-index': index });
  };
  if (isWhole) return { drawn: items.map((_item, i) => draw(i)), before: 0, after: 0 };
  const near = list.getVirtualItems();
  const [first, last] = [near[0], near.at(-1)];
  return {
    drawn: near.map(({ index }) => draw(index)),
    before: first ? first.start - offset : 0,
    after: last ? list.getTotalSize() - (last.end - offset) : list.getTotalSize(),
  };
}

/** Whether all together are higher than what is drawn at once. */
function isHigher(count: number, heightAt: (index: number) => number): boolean {
  let sum = 0;
  for (let i = 0; i < count && sum <= ALL_DRAWN_PX; i++) sum += heightAt(i);
  return sum > ALL_DRAWN_PX;
}

/** How far below the top of the page an element begins, px: known anew whenever the page grows or shrinks above it. */
function useOffset(start: RefObject<HTMLElement | null>, isWanted: boolean): number {
  const [offset, setOffset] = useState(0);
  useEffect(() => {
    if (!isWanted) return;
    const look = (): void => {
      const top = start.current?.getBoundingClientRect().top;
      if (top !== undefined) setOffset(Math.round(top + window.scrollY));
    };
    look();
    const watch = new ResizeObserver(look);
    watch.observe(document.body);
    return () => watch.disconnect();
  }, [start, isWanted]);
  return offset;
}
