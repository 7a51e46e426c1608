import type { LayerFeature } from '@rapid-jig/core';

export const FEATURE_WORDS: Readonly<Record<LayerFeature['kind'], string>> = {
  inside: 'an inside cut',
  through: 'a through cut',
  hole: 'a hole',
};

/** Layers that a cut may be given to at once. */
export const LAYER_RULES = ['all', 'first', 'last', 'middle'] as const;
export type LayerRule = (typeof LAYER_RULES)[number];

export const LAYER_RULE_WORDS: Readonly<Record<LayerRule, string>> = {
  all: 'All',
  first: 'First',
  last: 'Last',
  middle: 'Middle',
};

/** Whether each of so many layers has what is given by a rule; the middle ones are all but the first and the last. */
export const layersByRule = (rule: LayerRule, count: number): boolean[] =>
  Array.from({ length: count }, (_none, i) => {
    const [isFirst, isLast] = [i === 0, i === count - 1];
    return (
      rule === 'all' ||
      (rule === 'first' && isFirst) ||
      (rule === 'last' && isLast) ||
      (rule === 'middle' && !isFirst && !isLast)
    );
  });
