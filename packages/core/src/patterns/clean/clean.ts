import { findDoubles } from './doubles';
import { findGaps } from './gaps';
import { joinLines } from './joins';
import type { Cleaned, Line, Mends } from './line';
import { outlinesOfNetworks } from './networks';
import { findSpecks } from './specks';
import { findTangles, findUnclearFills } from './tangles';

/**
 * Makes whole lines of loose ones and finds what may not be meant: lines drawn twice, gaps, specks, lines that cross
 * themselves or each other, fills that do not tell whether a line is cut. Each stage works on what the one before left,
 * with the maker's decisions done.
 */
export function cleanLines(drawn: readonly Line[], within: number, mends: Mends): Cleaned {
  const single = findDoubles(drawn, mends);
  const joined = joinLines(single.lines, within);
  const gaps = findGaps(joined, within, mends);
  const left = joined.filter(({ id }) => !gaps.dropped.has(id));
  const closed = gaps.closers.length === 0 ? left : joinLines([...left, ...gaps.closers], within);
  const whole = outlinesOfNetworks(closed, within);
  const clear = findSpecks(whole, mends);
  const filled = findUnclearFills(clear.lines, mends);
  const untangled = findTangles(filled.lines, mends);
  const faults = [single, gaps, clear, filled, untangled].flatMap((stage) => stage.faults);
  return { lines: untangled.lines, faults };
}
