import { shortKey } from './key';
import type { Layer } from '../model/stack';

/**
 * Names a stack by what is in it, so that what was sawn stays sawn when a quantity changes. Of one gang: by the gang and how
 * many layers, as such stacks were named before there were others.
 */
export function stackKey(layers: readonly Layer[]): string {
  const [first] = layers;
  return layers.every(({ gangKey }) => gangKey === first?.gangKey)
    ? shortKey({ gang: first?.gangKey, layers: layers.length })
    : shortKey({ layers: layers.map(({ id }) => id) });
}

/** The key of the gang of a layer, from the id of the layer. */
export const gangKeyOf = (layerId: string): string => layerId.slice(0, layerId.lastIndexOf('.'));
