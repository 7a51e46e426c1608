import { useState } from 'react';
import { useDrag } from '@use-gesture/react';
import { formatLength, fromNm, type BoardPlan, type LengthUnit, type PieceNode } from '@rapid-jig/core';
import { useUnit } from '../use-services';
import { DRAWN } from '../theme/drawn';

/** Where a blank was let go: the board of its group, and its lower left corner there, mm. */
export interface Dropped {
  readonly board: number;
  readonly x: number;
  readonly y: number;
}

/** A place on a board as a picture has it, where y runs down. */
const drawnAt = ({ x, y, length, width }: BoardPlan['offcuts'][number]) => ({
  x,
  y: -y - width,
  width: length,
  height: width,
});

/** What is left and goes back to the rack, with its size where there is room. */
export function OffcutShape({ offcut, px }: { readonly offcut: BoardPlan['offcuts'][number]; readonly px: number }) {
  const { unit } = useUnit();
  const { x, y, length, width } = offcut;
  const size = `${formatLength(length, unit)} × ${formatLength(width, unit)}`;
  const hasRoom = size.length * LETTER_PX * px < length && width > 14 * px;
  return (
    <g>
      <title>{`Left and kept: ${size}`}</title>
      <rect
        {...drawnAt(offcut)}
        fill="transparent"
        stroke={DRAWN.ink}
        strokeDasharray="4 4"
        vectorEffect="non-scaling-stroke"
      />
      {hasRoom && <PlainText x={x + length / 2} y={-y - width / 2} px={px} text={size} />}
    </g>
  );
}

/** A word in the middle of a place; `px` is how many mm a px is. */
function PlainText({
  x,
  y,
  px,
  text,
}: {
  readonly x: number;
  readonly y: number;
  readonly px: number;
  readonly text: string;
}) {
  return (
    <text
      x={x}
      y={y + 4 * px}
      fontSize={12 * px}
      textAnchor="middle"
      fill={DRAWN.ink}
      stroke={DRAWN.halo}
      strokeOpacity={0.7}
      strokeWidth={3 * px}
      paintOrder="stroke"
    >
      {text}
    </text>
  );
}

/** A letter of the words on boards is about this wide. */
const LETTER_PX = 7;

interface BlankShapeProps {
  readonly piece: PieceNode;
  /** What lists of cuts call it. */
  readonly letter: string;
  readonly name: string;
  readonly pinned: boolean;
  readonly picked: boolean;
  readonly px: number;
  readonly unit: LengthUnit;
  readonly onPick: () => void;
  readonly onDrop: (dropped: Dropped) => void;
  readonly onUnpin: () => void;
}

/** An arrow key moves a blank this far, mm: farther than what pulls it tight against an edge. */
const KEY_MM = 8;
/** A finger that rests this long takes a blank up. */
const HOLD_MS = 250;

/**
 * A blank on its board, with its name where there is room. It is dragged, or moved with the arrow keys; a click or Enter
 * picks it for another board; Delete lets it go.
 */
export function BlankShape({
  piece,
  letter,
  name,
  pinned,
  picked,
  px,
  unit,
  onPick,
  onDrop,
  onUnpin,
}: BlankShapeProps) {
  const [x, y] = [fromNm(piece.x), fromNm(piece.y)];
  const [length, width] = [fromNm(piece.length), fromNm(piece.width)];
  const [moved, setMoved] = useState<readonly [number, number] | null>(null);
  const bind = useDrag(
    ({ movement: [right, down], last, tap, event, xy }) => {
      if (!last) {
        setMoved([right * px, down * px]);
        return;
      }
      setMoved(null);
      if (tap) return;
      const here = (event.currentTarget as Element | null)?.closest('svg') ?? null;
      const byKey = !('clientX' in event);
      const dropped = here && placeOn(here, byKey ? null : xy, [x + right * px, y - down * px], [length, width]);
      if (dropped) onDrop(dropped);
    },
    {
      keyboardDisplacement: KEY_MM / px,
      filterTaps: true,
      pointer: { capture: true },
      // On a touch screen a swipe scrolls the page; a blank is taken up by holding it.
      preventScrollAxis: 'xy',
      preventScroll: HOLD_MS,
    },
  );
  const letters = Math.floor(length / (LETTER_PX * px));
  const words = `${letter} ${name}`;
  const label = `${letter}: ${name}, ${formatLength(length, unit)} by ${formatLength(width, unit)}${pinned ? ', pinned' : ''}`;
  return (
    <g
      onClick={onPick}
      onDoubleClick={onUnpin}
      onKeyUp={(event) => {
        if (event.key === 'Delete') onUnpin();
        if (event.key === 'Enter') onPick();
      }}
    >
      <g
        {...bind()}
        role="button"
        tabIndex={0}
        aria-label={label}
        aria-pressed={pinned}
        style={{ cursor: 'grab', touchAction: 'pan-x pan-y' }}
        transform={moved ? `translate(${String(moved[0])} ${String(moved[1])})` : undefined}
      >
        <title>{`${label}. Drag it to pin it elsewhere, or click it to put it on another board${pinned ? '; double-click lets it go' : ''}.`}</title>
        <rect
          {...drawnAt({ x, y, length, width })}
          fill={DRAWN.halo}
          fillOpacity={moved ? 0.9 : 0.72}
          stroke={picked ? 'var(--rj-palette-primary-main)' : 'var(--rj-palette-line)'}
          strokeWidth={picked ? 4 : pinned ? 3 : 1.4}
          vectorEffect="non-scaling-stroke"
        />
        {letters > 0 && width > 14 * px && (
          <PlainText
            x={x + length / 2}
            y={-y - width / 2}
            px={px}
            text={letters < 4 ? letter : words.length > letters ? `${words.slice(0, letters - 1)}…` : words}
          />
        )}
        {pinned && <circle cx={x + 7 * px} cy={-y - width + 7 * px} r={3.5 * px} fill={DRAWN.ink} />}
      </g>
    </g>
  );
}

/** Which board of the same group lies under the pointer, and where on it the blank is; null over none. */
function placeOn(
  here: Element,
  pointer: readonly [number, number] | null,
  corner: readonly [number, number],
  [length, width]: readonly [number, number],
): Dropped | null {
  const board = Number(here.getAttribute('data-board'));
  if (!pointer) return { board, x: corner[0], y: corner[1] };
  const under = document
    .elementsFromPoint(...pointer)
    .map((element) => element.closest('svg[data-board]'))
    .find((svg) => svg !== null);
  if (!under || under === here) return { board, x: corner[0], y: corner[1] };
  if (under.getAttribute('data-group') !== here.getAttribute('data-group')) return null;
  const scale = Number(under.getAttribute('data-scale'));
  const box = under.getBoundingClientRect();
  // On another board the blank lies with its middle under the pointer.
  const x = (pointer[0] - box.left) / scale - length / 2;
  const y = Number(under.getAttribute('data-width')) - (pointer[1] - box.top) / scale - width / 2;
  return { board: Number(under.getAttribute('data-board')), x, y };
}
