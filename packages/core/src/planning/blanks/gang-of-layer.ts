import type { SawnStack, StackedGang } from '../model/stack';
import { gangKeyOf } from './stack-key';

/** How many layers of a gang a stack has. */
export const layersOfGang = (gang: string, { layers }: Pick<SawnStack, 'layers'>): number =>
  layers.filter(({ gangKey }) => gangKey === gang).length;

/** The gang of a layer of a stack. Throws where it has none. */
export function gangOfLayer(layerId: string, { gangs }: Pick<SawnStack, 'gangs'>): StackedGang {
  const key = gangKeyOf(layerId);
  const found = gangs.find((gang) => gang.key === key);
  if (!found) throw new RangeError(`layer ${layerId} is of no gang of its stack`);
  return found;
}
