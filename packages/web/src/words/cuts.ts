import type { CutRule, KeptWaste, LineRule } from '@rapid-jig/core';

export const LINE_RULE_WORDS: Readonly<Record<LineRule, string>> = {
  on: 'On the line',
  outside: 'Outside the line',
  inside: 'Inside the line',
};

export const KEPT_WORDS: Readonly<Record<KeptWaste | 'waste', string>> = {
  waste: 'Thrown away',
  counter: 'Kept: glued in again, as the counter of a letter',
  support: 'Kept: holds other pieces until the glue is dry',
  handle: 'Kept: becomes a handle',
};

/** How a cut is sawn where that is not plainly on its line; '' where it is. */
export const cutRuleWords = ({ line, tiltDegrees, kept }: CutRule): string =>
  [
    ...(line === 'on' ? [] : [LINE_RULE_WORDS[line].toLowerCase()]),
    ...(tiltDegrees === 0 ? [] : [`table tilted ${String(tiltDegrees)}°`]),
    ...(kept === null ? [] : [KEPT_WORDS[kept].toLowerCase()]),
  ].join('; ');
