import { compareMm, inches, snapMm } from '../../units';
import type { CutBlank, Stack, StackedGang, Strip } from '../model/stack';
import { layersOfGang } from './gang-of-layer';
import { abreastOf, gapBetween, gridOf, isSmall, sharedOut, SMALL_BLANK } from './strip';

/** Wood beyond each end of a block, to hold it by (common practice), mm. */
const HANDLE = inches(1);

type Blanked = Pick<Stack, 'gangs' | 'layers' | 'phases' | 'passesToCut' | 'layersReady' | 'stackHeightMm' | 'strip'>;

/**
 * The blanks to be cut for the passes of a stack that are still to be sawn, but for those that are ready; one for each
 * layer, or one shared by several passes. Of shared ones that are ready only whole passes count.
 */
export const blanksOf = (stack: Blanked): CutBlank[] => stack.gangs.flatMap((gang) => blanksOfGang(gang, stack));

/** The blanks of a gang for so many passes of a stack, whether some of them are cut already or not. */
export const blanksForPasses = (gang: StackedGang, stack: Blanked, passes: number): CutBlank[] =>
  blanksOfGang(gang, { ...stack, layersReady: {}, passesToCut: passes });

function blanksOfGang(gang: StackedGang, stack: Blanked): CutBlank[] {
  const { length, width, margin } = gang.blank;
  const layers = layersOfGang(gang.key, stack);
  const ready = stack.layersReady[gang.key] ?? 0;
  if (isSmall(gang)) return sharedBlanks(gang, layers, ready, stack);
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

/** Blanks for several passes: as they lie side by side, else in a row that is long enough to hold. The last may hold fewer. */
function sharedBlanks(gang: StackedGang, layers: number, ready: number, stack: Blanked): CutBlank[] {
  const waiting = stack.passesToCut - Math.floor(ready / layers);
  if (waiting <= 0) return [];
  const { strip } = stack;
  const { perBlank, sizeOf } = strip
    ? { perBlank: abreastOf(strip, waiting), sizeOf: (passes: number) => sizeOfStrip(gang, strip, passes) }
    : rowOf(gang, stack, waiting);
  return sharedOut(waiting, perBlank).map(({ passes, count }) => ({
    gangKey: gang.key,
    rule: 'shared',
    ...sizeOf(passes),
    count: layers * count,
    passes,
  }));
}

type Size = Pick<CutBlank, 'length' | 'width'>;

/** The blank of a gang for so many passes that lie side by side, mm: its own where they do not. */
export const blankAbreast = (gang: StackedGang, { strip }: Pick<Blanked, 'strip'>, passes: number): Size =>
  strip ? sizeOfStrip(gang, strip, passes) : gang.blank;

/** The blank of a gang for so many passes side by side: a margin round them, and the handle at the end of its rows. */
function sizeOfStrip(gang: StackedGang, strip: Strip, passes: number): Size {
  const { length, width, margin } = gang.blank;
  const grainAxis = gang.grain === 'along-y' ? 'y' : 'x';
  // A member that lies turned by a quarter has its own axes across those of the stack.
  const isTurned = Math.abs(gang.at.a) < 0.5;
  const isAlong = (grainAxis === strip.along) !== isTurned;
  const [own, side] = isAlong ? [length, width] : [width, length];
  const { columns, rows } = gridOf(strip, passes);
  const along = snapMm(own - margin + (columns - 1) * strip.step + strip.handle);
  const across = snapMm(side + (rows - 1) * strip.rowStep);
  return isAlong ? { length: along, width: across } : { length: across, width: along };
}

/**
 * As many passes in a row as make a blank long enough to hold, a kerf at the least between them. A datum edge lies on the board's own
 * for every part, so the row runs along that edge; with one both ways none can be shared.
 */
function rowOf(
  gang: StackedGang,
  stack: Blanked,
  waiting: number,
): { readonly perBlank: number; readonly sizeOf: (passes: number) => Size } {
  const { length, width, margin } = gang.blank;
  const { ends, sides } = flushOf(gang);
  const across = ends > 0 && sides === 0;
  const own = across ? width : length;
  const step = own - (2 - (across ? sides : ends)) * margin + gapBetween(stack, margin);
  const most = ends > 0 && sides > 0 ? 1 : Math.max(1, Math.ceil((SMALL_BLANK - own) / step) + 1);
  const longOf = (passes: number): number => snapMm(Math.max(SMALL_BLANK, own + (passes - 1) * step));
  return {
    perBlank: Math.min(waiting, most),
    sizeOf: (passes) => (across ? { length, width: longOf(passes) } : { length: longOf(passes), width }),
  };
}
