import { formatMinutes, type PlanCost } from '@rapid-jig/core';
import { counted } from './counted';

/** Less than this is no difference that a maker would feel, minutes. */
const FELT = 0.5;

/** What one plan costs against another: `costs 12 min and 2 passes more`, `saves 3 min`, `costs nothing`. */
export function priceWords({ minutes, passes, blades }: PlanCost): string {
  const parts = [
    ...(Math.abs(minutes) < FELT ? [] : [{ more: minutes > 0, words: formatMinutes(Math.abs(minutes)) }]),
    ...(passes === 0 ? [] : [{ more: passes > 0, words: counted(Math.abs(passes), 'pass', 'passes') }]),
    ...(blades === 0 ? [] : [{ more: blades > 0, words: counted(Math.abs(blades), 'blade') }]),
  ];
  const listed = (more: boolean): string =>
    parts
      .filter((part) => part.more === more)
      .map(({ words }) => words)
      .join(' and ');
  const [dearer, cheaper] = [listed(true), listed(false)];
  if (dearer === '' && cheaper === '') return 'costs nothing';
  if (dearer === '') return `saves ${cheaper}`;
  return cheaper === '' ? `costs ${dearer} more` : `costs ${dearer} more and saves ${cheaper}`;
}
