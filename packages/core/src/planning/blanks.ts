import { compareMm, inches, snapMm } from '../units';
import type { CutBlank, Stack } from './model/stack';

/** A blank with both sides below this brings fingers near the blade (common practice; no published figure), mm. */
export const SMALL_BLANK = inches(3);
/** Wood beyond each end of a block, to hold it by (common practice), mm. */
const HANDLE = inches(1);

/** The blanks to be cut for the passes of a stack that are still to be sawn; one for each layer, or strips for several. */
export function blanksOf(
  stack: Pick<Stack, 'blank' | 'gang' | 'layers' | 'passesToCut' | 'stackHeightMm'>,
): CutBlank[] {
  const { blank, gang, layers, passesToCut, stackHeightMm } = stack;
  const { length, width, margin } = blank;
  if (passesToCut === 0) return [];
  const one = { length, width, count: layers * passesToCut, passes: 1 };
  if (compareMm(Math.max(length, width), SMALL_BLANK) < 0) return strips(stack);
  // As high as it is wide there is no plate left to lay a hand on.
  if (compareMm(stackHeightMm, Math.min(length, width) - 2 * margin) >= 0)
    return [{ ...one, rule: 'block', length: snapMm(length + 2 * (HANDLE - margin)) }];
  return [{ ...one, rule: gang.flush.across + gang.flush.up > 0 ? 'edge' : 'plate' }];
}

/** Strips long enough to hold: passes share the margin between them. The last strip may hold fewer, and is no shorter than is safe. */
function strips({ blank, layers, passesToCut }: Pick<Stack, 'blank' | 'layers' | 'passesToCut'>): CutBlank[] {
  const { length, width, margin } = blank;
  const step = length - margin;
  const perStrip = Math.min(passesToCut, Math.max(1, Math.ceil((SMALL_BLANK - margin) / step)));
  const stripOf = (passes: number, count: number): CutBlank => ({
    rule: 'strip',
    length: snapMm(Math.max(SMALL_BLANK, passes * step + margin)),
    width,
    count,
    passes,
  });
  const whole = Math.floor(passesToCut / perStrip);
  const last = passesToCut % perStrip;
  return [stripOf(perStrip, layers * whole), ...(last > 0 ? [stripOf(last, layers)] : [])];
}
