import type { CutRule, CutWant, KeptWaste, LineRule } from '@rapid-jig/core';

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

export const WANT_WORDS: Readonly<Record<CutWant, string>> = {
  'room-for-paint': 'Leaves room for paint or glue',
  'narrow-kerf': 'Narrow: its pieces hold each other',
  'clean-underside': 'Comes out clean below',
};

/** How a cut is sawn where that is not plainly on its line, and what it wants; '' where it is and wants nothing. */
export const cutRuleWords = ({ line, tiltDegrees, kept }: CutRule, wants: readonly CutWant[]): string =>
  [
    ...(line === 'on' ? [] : [LINE_RULE_WORDS[line].toLowerCase()]),
    ...(tiltDegrees === 0 ? [] : [`table tilted ${String(tiltDegrees)}°`]),
    ...(kept === null ? [] : [KEPT_WORDS[kept].toLowerCase()]),
    ...wants.map((want) => WANT_WORDS[want].toLowerCase()),
  ].join('; ');
