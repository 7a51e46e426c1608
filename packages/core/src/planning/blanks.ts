import { compareMm, inches, snapMm } from '../units';
import type { Stack } from './stacks';

/**
 * Why a blank has its size: wood on every side to hold it by; none on the side that is the board's own edge; so small that
 * several are sawn from one strip, one after the other, each leaving at its edge; a block with handles at both ends.
 */
export type BlankRule = 'plate' | 'edge' | 'strip' | 'block';

/** Blanks of one size for a stack. mm, the length along the grain. */
export interface CutBlank {
  readonly rule: BlankRule;
  readonly length: number;
  readonly width: number;
  readonly count: number;
  /** Passes that are sawn from one of them. */
  readonly passes: number;
}

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
