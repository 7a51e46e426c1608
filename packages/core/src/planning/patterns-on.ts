import { goesOf } from './goes';
import { handlingOf } from './handling';
import type { FactorValues } from './model/factors';
import { PATTERN_METHODS, PATTERN_WAYS, type PatternMethod } from './model/pattern-method';
import type { SawnStack } from './model/stack';

/**
 * Ids of the layers that get a pattern in one pass, one for each pattern: every layer that lies on top while something is
 * sawn; where a pattern does not outlive its phase, again for each.
 */
export function patternTops(stack: Pick<SawnStack, 'layers' | 'phases'>, method: PatternMethod): readonly string[] {
  if (PATTERN_WAYS[method].survives) return handlingOf(stack).tops;
  return stack.phases.flatMap((phase) => phase.layerIds.slice(0, goesOf(phase)));
}

/** Minutes to put on and take off the patterns of one pass. */
export const patternMinutes = (
  stack: Pick<SawnStack, 'layers' | 'phases'>,
  method: PatternMethod,
  { stickPattern }: Pick<FactorValues, 'stickPattern'>,
): number => {
  const { onShare, offMinutes } = PATTERN_WAYS[method];
  return patternTops(stack, method).length * (stickPattern * onShare + offMinutes);
};

/** A way to put the patterns of a run on, and the minutes that it would save against the way of today; below 0 it takes more. */
export interface OtherWay {
  readonly method: PatternMethod;
  readonly savedMinutes: number;
}

/** Every other way, what saves most first. `stacks` count as often as they have passes to cut. */
export function otherPatternWays(
  stacks: readonly (Pick<SawnStack, 'layers' | 'phases'> & { readonly passesToCut: number })[],
  today: PatternMethod,
  factors: Pick<FactorValues, 'stickPattern'>,
): OtherWay[] {
  const minutes = (method: PatternMethod): number =>
    stacks.reduce((sum, stack) => sum + stack.passesToCut * patternMinutes(stack, method, factors), 0);
  const now = minutes(today);
  return PATTERN_METHODS.filter((method) => method !== today)
    .map((method) => ({ method, savedMinutes: now - minutes(method) }))
    .sort((a, b) => b.savedMinutes - a.savedMinutes);
}
