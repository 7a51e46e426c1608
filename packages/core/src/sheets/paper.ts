import { boxHeight, boxWidth, type Box } from '../geometry';
import { PAGES, type Paper } from '../planning';

/** A heading and a caption stand above a true-to-size drawing, mm. */
const CAPTION = 16;

export type Fit = 'upright' | 'turned' | 'too-large';

/** Whether a drawing fits the page at true size, as it is or turned by a quarter. */
export function fitOnPage(box: Box, paper: Paper): Fit {
  const { width, height, margin } = PAGES[paper];
  const [across, up] = [width - 2 * margin, height - 2 * margin - CAPTION];
  const fits = (w: number, h: number): boolean => w <= across && h <= up;
  if (fits(boxWidth(box), boxHeight(box))) return 'upright';
  return fits(boxHeight(box), boxWidth(box)) ? 'turned' : 'too-large';
}

/**
 * How many pages are printed of what may be broken anywhere, `aboveMm` high, and below it of things that may not: one that does
 * not fit on the rest of a page begins the next. Heights in mm.
 */
export function pagesPrinted(aboveMm: number, heightsMm: readonly number[], paper: Paper): number {
  const { height, margin } = PAGES[paper];
  const room = height - 2 * margin;
  let used = aboveMm;
  for (const needed of heightsMm) {
    const left = room - (used % room);
    used += needed <= left ? needed : left + needed;
  }
  return Math.max(1, Math.ceil(used / room));
}
