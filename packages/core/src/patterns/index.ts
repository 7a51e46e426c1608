export { measureCut } from './cut';
export type { CutKind, CutMeasure } from './cut';
export { scaleDrawing } from './drawing';
export type { Drawing, Outline } from './drawing';
export type { LeftOut, LeftOutKind, ReadFault } from './fault';
export { LARGEST_FILE_BYTES, readSvg, tooLargeAFile } from './svg/read';
export type { RawDrawing, RawLine } from './svg/read';
export { UNITS_PER_INCH } from './svg/size';
