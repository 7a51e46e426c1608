import { useEffect, useState } from 'react';
import type { Drawing, Fault } from '@rapid-jig/core';
import { useServices } from '../services';
import type { ReadDrawing } from '../workers/reader.worker';
import type { IncomingDrawing } from './incoming';

/** What a drawing turned out to be, so far. */
export type Reading =
  | { readonly kind: 'reading' }
  | { readonly kind: 'fault'; readonly fault: Fault<string> }
  | {
      readonly kind: 'read';
      readonly read: ReadDrawing;
      /** mm for one unit of the drawing; null until the maker has said how large it is. */
      readonly mmPerUnit: number | null;
      readonly drawing: Drawing | null;
      readonly fault: Fault<string> | null;
    };

/** Reads a drawing in the worker, and brings it to size as soon as its size is known or told. */
export function useReading(incoming: IncomingDrawing): { reading: Reading; setScale: (mmPerUnit: number) => void } {
  const { reader } = useServices();
  const [reading, setReading] = useState<Reading>({ kind: 'reading' });
  const [scale, setScale] = useState<number | null>(null);
  useEffect(() => {
    let wanted = true;
    void reader()
      .read(incoming.text)
      .then((result) => {
        if (!wanted) return;
        if (!result.ok) setReading({ kind: 'fault', fault: result.error });
        else setReading({ kind: 'read', read: result.value, mmPerUnit: null, drawing: null, fault: null });
        if (result.ok) setScale(result.value.mmPerUnit);
      });
    return () => {
      wanted = false;
    };
  }, [incoming, reader]);
  const read = reading.kind === 'read' ? reading.read : null;
  useEffect(() => {
    if (read === null || scale === null) return;
    let wanted = true;
    void reader()
      .scale(scale)
      .then((result) => {
        if (!wanted) return;
        setReading({
          kind: 'read',
          read,
          mmPerUnit: result.ok ? scale : null,
          drawing: result.ok ? result.value : null,
          fault: result.ok ? null : result.error,
        });
      });
    return () => {
      wanted = false;
    };
  }, [read, scale, reader]);
  return { reading, setScale };
}
