import type { Manner } from './board-fills';
import { boardAround, type Pin } from './flaws';
import type { Flaw } from './verify';

/**
 * True where pieces may be pinned so on a board: on it, on no flaw, and such that cuts from side to side free them; a
 * jigsaw needs but its kerf between them.
 */
export function mayPin(
  board: { readonly length: number; readonly width: number },
  flaws: readonly Flaw[],
  pins: readonly Pin[],
  kerf: number,
  manner: Manner,
): boolean {
  if (manner === 'edge-to-edge') return boardAround(board, flaws, pins, kerf) !== null;
  const isNear = (a: Flaw, b: Flaw, gap: number): boolean =>
    a.x < b.x + b.length + gap && b.x < a.x + a.length + gap && a.y < b.y + b.width + gap && b.y < a.y + a.width + gap;
  return pins.every((pin, i) => {
    const { x, y, length, width } = pin;
    const isOn = x >= 0 && y >= 0 && x + length <= board.length && y + width <= board.width;
    const isClear = !flaws.some((flaw) => isNear(pin, flaw, 0));
    return isOn && isClear && !pins.some((other, j) => j < i && isNear(pin, other, kerf));
  });
}
