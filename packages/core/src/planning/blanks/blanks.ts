import { compareMm, inches, snapMm } from '../../units';
import type { CutBlank, Stack, StackedGang } from '../model/stack';
import { layersOfGang } from './gang-of-layer';

/** A blank with both sides below this brings fingers near the blade (common practice; no published figure), mm. */
export const SMALL_BLANK = inches(3);
/** Wood beyond each end of a block, to hold it by (common practice), mm. */
const HANDLE = inches(1);

type Blanked = Pick<Stack, 'gangs' | 'layers' | 'phases' | 'passesToCut' | 'layersReady' | 'stackHeightMm'>;

/**
 * The blanks to be cut for the passes of a stack that are still to be sawn, but for those that are ready; one for each
 * layer, or one shared by several passes. Of shared ones that are ready only whole passes count.
 */
export const blanksOf = (stack: Blanked): CutBlank[] => stack.gangs.flatMap((gang) => blanksOfGang(gang, stack));

function blanksOfGang(gang: StackedGang, stack: Blanked): CutBlank[] {
  const { length, width, margin } = gang.blank;
  const layers = layersOfGang(gang.key, stack);
  const ready = stack.layersReady[gang.key] ?? 0;
  if (compareMm(Math.max(length, width), SMALL_BLANK) < 0) return sharedBlanks(gang, layers, ready, stack);
  const count = layers * stack.passesToCut - ready;
  if (count <= 0) return [];
  const one = { gangKey: gang.key, length, width, count, passes: 1 };
  // As high as it is wide there is no plate left to lay a hand on.
  if (compareMm(stack.stackHeightMm, Math.min(length, width) - 2 * margin) >= 0)
    return [{ ...one, rule: 'block', length: snapMm(length + 2 * (HANDLE - margin)) }];
  return [{ ...one, rule: gang.flush.across + gang.flush.up > 0 ? 'edge' : 'plate' }];
}

/** Sides of the blank on the board's own edge: at an end of its length, and along it. */
function flushOf({ flush, grain }: StackedGang): { readonly ends: number; readonly sides: number } {
  return grain === 'along-y' ? { ends: flush.up, sides: flush.across } : { ends: flush.across, sides: flush.up };
}

/**
 * Blanks long enough to hold, for several passes: parts in a row with the margin between them, a kerf at the least. A datum
 * edge lies on the board's own edge for every part, so the row runs along that edge; with one both ways none can be shared.
 * The last may hold fewer, and is no shorter than is safe.
 */
function sharedBlanks(gang: StackedGang, layers: number, ready: number, { phases, passesToCut }: Blanked): CutBlank[] {
  const { length, width, margin } = gang.blank;
  const { ends, sides } = flushOf(gang);
  const across = ends > 0 && sides === 0;
  const own = across ? width : length;
  const kerf = phases.flatMap(({ cuts }) => cuts).reduce((most, { choice }) => Math.max(most, choice.blade.kerfMm), 0);
  const between = Math.max(margin, kerf);
  const step = own - (2 - (across ? sides : ends)) * margin + between;
  const waiting = passesToCut - Math.floor(ready / layers);
  const rowOf = (passes: number): number => snapMm(Math.max(SMALL_BLANK, own + (passes - 1) * step));
  const most = ends > 0 && sides > 0 ? 1 : Math.max(1, Math.ceil((SMALL_BLANK - own) / step) + 1);
  const perBlank = Math.min(waiting, most);
  const blankFor = (passes: number, count: number): CutBlank => ({
    gangKey: gang.key,
    rule: 'shared',
    length: across ? length : rowOf(passes),
    width: across ? rowOf(passes) : width,
    count,
    passes,
  });
  if (waiting <= 0) return [];
  const whole = Math.floor(waiting / perBlank);
  const last = waiting % perBlank;
  return [blankFor(perBlank, layers * whole), ...(last > 0 ? [blankFor(last, layers)] : [])];
}
