import { err, type Result } from '../result';
import { readDxf } from './dxf/read';
import { LARGEST_FILE_BYTES, tooLargeAFile, type ReadFault } from './fault';
import type { RawDrawing } from './raw';
import { readSvg } from './svg/read';

/**
 * Reads a drawing, SVG or DXF, told apart by what is in it rather than by its name.
 * Errors: over 10 MB, neither of the two, and what the reader of each finds.
 */
export function readDrawing(text: string): Result<RawDrawing, ReadFault> {
  if (text.length > LARGEST_FILE_BYTES) return err(tooLargeAFile(text.length));
  const start = text.slice(0, 4000);
  if (/<svg[\s>]|<\w+:svg[\s>]|^\s*(\uFEFF)?<\?xml|^\s*(\uFEFF)?</.test(start)) return readSvg(text);
  if (/\bSECTION\b|Binary DXF/.test(start)) return readDxf(text);
  return err({
    kind: 'not-a-drawing',
    message: 'This file is neither an SVG nor a DXF drawing.',
    where: 'its first lines',
    hint: 'Export the drawing as SVG or as ASCII DXF; pictures must be traced first.',
  });
}
