import { sumMm } from '../units';
import { handlingOf } from './handling';
import type { Consumables } from './model/plan';
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
  return {
    patternCopies: total((stack) => handlingOf(stack).tops.length),
    patternTapeMm2: total((stack) => face(stack) * handlingOf(stack).tops.length),
    holding,
    edgeTapeMm: held('tape', edge),
    doubleSidedMm2: held('double-sided', (stack) => face(stack) * (stack.layers.length - 1)),
    filmSheets: held('film', ({ layers }) => filmSheetsFor(layers.length)),
    brads: held('brads', (stack) => stack.held.brads.length),
    glueDots: held('glue-dots', ({ layers }) => DOTS_PER_JOINT * (layers.length - 1)),
  };
}
