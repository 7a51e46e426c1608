import { sumMm } from '../units';
import { gangOfLayer } from './gang-of-layer';
import { PATTERN_METHODS, PATTERN_WAYS, type PatternMethod } from './model/pattern-method';
import { patternsPut } from './patterns-on';
import type { Consumables, PatternsUsed } from './model/plan';
import type { Holding, Shop } from './model/shop';
import type { Stack } from './model/stack';

/** A dot on each side of every joint (common practice). */
const DOTS_PER_JOINT = 4;

/** Film for a stack of k layers: 2 (k - 1) + 1 sheets (common practice). */
export const filmSheetsFor = (layers: number): number => 2 * (layers - 1) + 1;

/** Adds up what all passes still to saw use up. */
export function consumablesFor(stacks: readonly Stack[], shop: Shop): Consumables {
  const { holding } = shop;
  const total = (of: (stack: Stack) => number): number =>
    sumMm(stacks.map((stack) => (stack.passesToCut === 0 ? 0 : stack.passesToCut * of(stack))));
  const face = ({ gangs: [first] }: Stack): number => (first ? first.blank.length * first.blank.width : 0);
  const edge = ({ gangs: [first] }: Stack): number => (first ? 2 * (first.blank.length + first.blank.width) : 0);
  const held = (method: Holding, of: (stack: Stack) => number): number =>
    total((stack) => (stack.held.method === method ? of(stack) : 0));
  const patternsUsed = (method: PatternMethod): PatternsUsed => {
    const { isPrinted, material } = PATTERN_WAYS[method];
    const patterns = (stack: Stack): number => patternsPut(stack).filter((one) => one.method === method).length;
    const copies = total(patterns);
    return {
      method,
      copies,
      sheets: isPrinted ? copies : tracedSheets(stacks, method),
      materialMm2: material === 'none' ? 0 : total((stack) => face(stack) * patterns(stack)),
    };
  };
  return {
    patterns: PATTERN_METHODS.map(patternsUsed).filter(({ copies }) => copies > 0),
    holding,
    edgeTapeMm: held('tape', edge),
    doubleSidedMm2: held('double-sided', (stack) => face(stack) * (stack.layers.length - 1)),
    filmSheets: held('film', ({ layers }) => filmSheetsFor(layers.length)),
    brads: held('brads', (stack) => stack.held.brads.length),
    glueDots: held('glue-dots', ({ layers }) => DOTS_PER_JOINT * (layers.length - 1)),
  };
}

/** One sheet for each gang that is traced, however often. */
function tracedSheets(stacks: readonly Stack[], traced: PatternMethod): number {
  const waiting = stacks.filter(({ passesToCut }) => passesToCut > 0);
  const gangs = waiting.flatMap((stack) =>
    patternsPut(stack).flatMap(({ layerId, method }) => (method === traced ? [gangOfLayer(layerId, stack).key] : [])),
  );
  return new Set(gangs).size;
}
