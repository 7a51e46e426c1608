import type { Phase } from '../model/stack';

/** How often the cuts of a phase are sawn in one pass. */
export const goesOf = ({ singly, layerIds }: Pick<Phase, 'singly' | 'layerIds'>): number =>
  singly ? layerIds.length : 1;
