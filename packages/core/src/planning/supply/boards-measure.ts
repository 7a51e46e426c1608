import { compareMm, type Length } from '../../units';
import type { RackEntry, WoodGroup } from '../model/supply';

/**
 * The thickness of the boards that blanks are laid on as they are, as measured on the rack: of several the thickest, so that no stack
 * comes out higher than it was reckoned. null where that is what was reckoned with, or nothing lies on such a board.
 */
export function measuredOnBoards(
  { boards, thicknessMm }: Pick<WoodGroup, 'boards' | 'thicknessMm'>,
  rack: readonly RackEntry[],
): Length | null {
  const measured = boards
    .filter(({ way }) => way.way.kind === 'ready')
    .flatMap(({ itemId }) => rack.find(({ item }) => item.id === itemId)?.item.thickness ?? []);
  const thickest = measured.sort((a, b) => compareMm(b.mm, a.mm))[0];
  return thickest && compareMm(thickest.mm, thicknessMm) !== 0 ? thickest : null;
}
