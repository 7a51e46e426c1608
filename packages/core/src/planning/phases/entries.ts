import { VERY_HARD_N } from '../../blades';
import { bendsOf } from '../../geometry';
import { pierceHoles } from '../../patterns';
import type { Shop } from '../model/shop';
import type { GangCut, PlannedCut } from '../model/stack';

/** True where inside cuts get two entry holes: in very hard wood, where the shop wants them. */
export const wantsSecondEntry = ({ secondEntry }: Pick<Shop, 'secondEntry'>, hardnessN: number): boolean =>
  secondEntry && hardnessN >= VERY_HARD_N;

/** How many entry holes a cut gets: none without a bit, two where they are wanted and have room apart from each other. */
export function entriesOf(
  { cutId, path, kept }: Pick<GangCut, 'cutId' | 'path' | 'kept'>,
  bitMm: number | null,
  isSecondWanted: boolean,
): PlannedCut['entries'] {
  if (bitMm === null) return 0;
  if (!isSecondWanted) return 1;
  const found = pierceHoles({ id: cutId, path, bends: bendsOf(path) }, kept, bitMm, true);
  return 'roomMm' in found || found.length < 2 ? 1 : 2;
}
