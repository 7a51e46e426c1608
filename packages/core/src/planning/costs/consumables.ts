import { sumMm } from '../../units';
import { blanksForPasses, gangOfLayer, layersOfGang, stripsFor } from '../blanks';
import { PATTERN_METHODS, PATTERN_WAYS } from '../model/pattern-method';
import { patternsPut } from './patterns-on';
import type { Consumables, PatternsUsed } from '../model/plan';
import type { Holding, Shop } from '../model/shop';
import type { CutBlank, Stack } from '../model/stack';

/** A dot on each side of every joint (common practice). */
const DOTS_PER_JOINT = 4;

/** Film for a stack of k layers: 2 (k - 1) + 1 sheets (common practice). */
export const filmSheetsFor = (layers: number): number => 2 * (layers - 1) + 1;

/** Adds up what all passes still to saw use up. */
export function consumablesFor(stacks: readonly Stack[], shop: Shop): Consumables {
  const { holding } = shop;
  const waiting = stacks.filter(({ passesToCut }) => passesToCut > 0);
  const total = (of: (stack: Stack) => number): number => sumMm(waiting.map((stack) => stack.passesToCut * of(stack)));
  const held = (method: Holding, of: (stack: Stack) => number): number =>
    total((stack) => (stack.held.method === method ? of(stack) : 0));
  const heldBlank = (method: Holding, of: (blank: Size, stack: Stack) => number): number =>
    sumMm(
      waiting.flatMap((stack) =>
        stack.held.method === method ? blanksOnTop(stack).map((one) => one.count * of(one, stack)) : [],
      ),
    );
  return {
    patterns: patternsUsed(waiting),
    holding,
    edgeTapeMm: heldBlank('tape', ({ length, width }) => 2 * (length + width)),
    doubleSidedMm2: heldBlank('double-sided', ({ length, width }, { layers }) => length * width * (layers.length - 1)),
    filmSheets: held('film', ({ layers }) => filmSheetsFor(layers.length)),
    brads: held('brads', (stack) => stack.held.brads.length),
    glueDots: held('glue-dots', ({ layers }) => DOTS_PER_JOINT * (layers.length - 1)),
  };
}

type Size = Pick<CutBlank, 'length' | 'width'>;

/** The blanks that carry the patterns of the passes to cut, whether they are cut already or not: those of the gang on top. */
function blanksOnTop(stack: Stack): (Size & { readonly count: number })[] {
  const [top] = stack.gangs;
  if (!top) return [];
  const layers = layersOfGang(top.key, stack);
  return blanksForPasses(top, stack, stack.passesToCut).map(({ length, width, count }) => ({
    length,
    width,
    count: count / layers,
  }));
}

/** What patterns take, way by way; a pattern that is traced takes one sheet for each gang, however often. */
function patternsUsed(stacks: readonly Stack[]): PatternsUsed[] {
  const put = stacks.map((stack) => ({ stack, patterns: patternsPut(stack) }));
  return PATTERN_METHODS.flatMap((method): PatternsUsed[] => {
    const using = put
      .map(({ stack, patterns }) => ({ stack, own: patterns.filter((pattern) => pattern.method === method) }))
      .filter(({ own }) => own.length > 0);
    if (using.length === 0) return [];
    const { isPrinted, material } = PATTERN_WAYS[method];
    const copies = using.reduce(
      (sum, { stack: { strip, passesToCut }, own }) => sum + stripsFor(strip, passesToCut) * own.length,
      0,
    );
    const gangs = using.flatMap(({ stack, own }) => own.map(({ layerId }) => gangOfLayer(layerId, stack).key));
    const areas = using.flatMap(({ stack, own }) =>
      blanksOnTop(stack).map(({ length, width, count }) => count * length * width * own.length),
    );
    return [
      {
        method,
        copies,
        sheets: isPrinted ? copies : new Set(gangs).size,
        materialMm2: material === 'none' ? 0 : sumMm(areas),
      },
    ];
  });
}
