export { cutSheet, fileNameFor, turnedBox, turnedPath } from './cut-sheet';
export type { CautionId, CutSheet, PatternDrawing } from './cut-sheet';
export { PAGES } from './paper';
export type { Fit, Page } from './paper';
export { partListCsv } from './part-list';
