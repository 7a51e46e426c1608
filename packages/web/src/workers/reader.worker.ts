import { expose } from 'comlink';
import { readSvg, scaleDrawing, type Drawing, type RawDrawing, type ReadFault, type Result } from '@rapid-jig/core';

/** The last drawing read, kept here so that a new size does not read the file again. */
let raw: RawDrawing | null = null;

export interface ReadDrawing {
  readonly mmPerUnit: number | null;
  /** Size in the drawing's own units. */
  readonly width: number;
  readonly height: number;
}

const reader = {
  read(text: string): Result<ReadDrawing, ReadFault> {
    const result = readSvg(text);
    if (!result.ok) return result;
    raw = result.value;
    const { box, mmPerUnit } = raw;
    return { ok: true, value: { mmPerUnit, width: box.maxX - box.minX, height: box.maxY - box.minY } };
  },
  scale(mmPerUnit: number): Result<Drawing, ReadFault> {
    if (!raw) throw new Error('scale was asked before a drawing was read');
    return scaleDrawing(raw, mmPerUnit);
  },
};

export type ReaderApi = typeof reader;

expose(reader);
