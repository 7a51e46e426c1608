import type { Box } from '../../geometry';
import { inches } from '../../units';
import type { Paper } from './shop';

export interface Page {
  readonly width: number;
  readonly height: number;
  /** Not printed on, each side. */
  readonly margin: number;
}

/** ISO 216 A4; ANSI/US Letter. mm. */
export const PAGES: Readonly<Record<Paper, Page>> = {
  a4: { width: 210, height: 297, margin: 12 },
  letter: { width: inches(8.5), height: inches(11), margin: 12 },
};

/** Room for the bars that prove the scale and the words at the foot, mm. */
const LEFT_BAND = 8;
const FOOT = 14;

/** Where patterns lie on a page, mm from its lower left corner. */
export function workArea(paper: Paper): Box {
  const { width, height, margin } = PAGES[paper];
  return { minX: margin + LEFT_BAND, minY: margin + FOOT, maxX: width - margin, maxY: height - margin };
}
