import { boxHeight, boxWidth } from '../../geometry';
import { faultOf, type Cleaned, type DrawingFault, type Line, type Mends } from './line';

/** What is smaller than this both ways is no cut a saw could make, mm: the width of a mid-size blade. */
const SPECK_SIZE = 1;

/** Finds lines too small to be sawn. They are left out until the maker keeps them. */
export function findSpecks(lines: readonly Line[], mends: Mends): Cleaned {
  const faults: DrawingFault[] = [];
  const left = lines.filter((line) => {
    const size = Math.max(boxWidth(line.box), boxHeight(line.box));
    if (size >= SPECK_SIZE) return true;
    const found = { at: line.path.start, size, actions: ['drop', 'keep'] as const, proposed: 'drop' as const };
    const fault = faultOf('speck', [line], found, mends);
    faults.push(fault);
    return fault.mended === 'keep';
  });
  return { lines: left, faults };
}
