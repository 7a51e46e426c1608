import { gangOfLayer } from '../blanks';
import { goesOf, type Handling, handlingOf } from '../phases';
import type { FactorValues } from '../model/factors';
import { PATTERN_METHODS, PATTERN_WAYS, type PatternMethod } from '../model/pattern-method';
import type { SawnStack } from '../model/stack';

type Patterned = Pick<SawnStack, 'gangs' | 'layers' | 'phases'>;

/** A pattern that is put on in one pass. */
export interface PatternPut {
  readonly layerId: string;
  readonly method: PatternMethod;
}

/**
 * The patterns of one pass: one for every layer that lies on top while something is sawn, in the way of its gang; where that
 * does not outlive a phase, one for each. `as` asks what another way would take for all of them; what hands do to a pass may be
 * given where it is known.
 */
export function patternsPut(
  stack: Patterned,
  as?: PatternMethod,
  { tops }: Pick<Handling, 'tops'> = handlingOf(stack),
): PatternPut[] {
  const put = (layerId: string): PatternPut => ({ layerId, method: as ?? gangOfLayer(layerId, stack).pattern });
  const survives = ({ method }: PatternPut): boolean => PATTERN_WAYS[method].survives;
  const once = tops.map(put);
  if (once.every(survives)) return once;
  const again = stack.phases.flatMap((phase) => phase.layerIds.slice(0, goesOf(phase)).map(put));
  return [...once.filter(survives), ...again.filter((one) => !survives(one))];
}

/** Minutes to put one pattern on and take it off again. */
export function onePatternMinutes(method: PatternMethod, { stickPattern }: Pick<FactorValues, 'stickPattern'>): number {
  const { onShare, offMinutes } = PATTERN_WAYS[method];
  return stickPattern * onShare + offMinutes;
}

/** Minutes to put on and take off the patterns of one pass; `as` all of them in another way. */
export const patternMinutes = (
  stack: Patterned,
  factors: Pick<FactorValues, 'stickPattern'>,
  as?: PatternMethod,
  handled?: Pick<Handling, 'tops'>,
): number => patternsPut(stack, as, handled).reduce((sum, { method }) => sum + onePatternMinutes(method, factors), 0);

/** Minutes to take off the patterns of one pass, which are part of {@link patternMinutes}. */
export const peelMinutes = (stack: Patterned, handled?: Pick<Handling, 'tops'>): number =>
  patternsPut(stack, undefined, handled).reduce((sum, { method }) => sum + PATTERN_WAYS[method].offMinutes, 0);

/** A way to put the patterns of a run on, and the minutes that it would save against the way of today; below 0 it takes more. */
export interface OtherWay {
  readonly method: PatternMethod;
  readonly savedMinutes: number;
}

/** Every way other than the shop's for all patterns, what saves most first. `stacks` count as often as they have passes to cut. */
export function otherPatternWays(
  stacks: readonly (Patterned & { readonly passesToCut: number })[],
  today: PatternMethod,
  factors: Pick<FactorValues, 'stickPattern'>,
): OtherWay[] {
  const minutes = (method?: PatternMethod): number =>
    stacks.reduce((sum, stack) => sum + stack.passesToCut * patternMinutes(stack, factors, method), 0);
  const now = minutes();
  return PATTERN_METHODS.filter((method) => method !== today)
    .map((method) => ({ method, savedMinutes: now - minutes(method) }))
    .sort((a, b) => b.savedMinutes - a.savedMinutes);
}
