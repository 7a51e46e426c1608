import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { useDrag } from '@use-gesture/react';
import {
  eachNode,
  formatLength,
  isWet,
  millingCautions,
  type BoardPlan,
  type CutTree,
  type LengthUnit,
  type StockItem,
  type WoodGroup,
} from '@rapid-jig/core';
import { woodFill } from '../../drawing/WoodDefs';
import { ItemSize } from '../../rack/RackView';
import { DefectShape } from '../../rack/BoardPicture';
import { useUnit } from '../../services';
import { CutList } from './CutList';
import { MILLING_CAUTIONS, wayWords } from './words';

/** Where a blank was let go: the board of its group, and its lower left corner there, mm. */
export interface Dropped {
  readonly board: number;
  readonly x: number;
  readonly y: number;
}

interface BoardLayoutProps {
  readonly board: BoardPlan;
  /** A blank stays in its group. */
  readonly group: WoodGroup;
  /** Place of the board in the group, those with nothing on them standing last. */
  readonly place: number;
  /** px for a mm, the same for all boards of a group. */
  readonly scale: number;
  readonly item: StockItem | null;
  /** The blank that is picked, to be put on another board; null while there is none. */
  readonly picked: number | null;
  readonly onPick: (blank: number) => void;
  readonly onPut: () => void;
  readonly onDrop: (blank: number, dropped: Dropped) => void;
  readonly onUnpin: (blank: number) => void;
}

const NM_PER_MM = 1e6;

/** One board with its blanks where they lie, and the cuts as a list that can be followed. */
export function BoardLayout(props: BoardLayoutProps) {
  const { board, group, place, scale, picked, onPick, onDrop, onUnpin } = props;
  const { unit } = useUnit();
  const { length, width, tree, cuts, defects, pinned } = board;
  const { blanks, woodId, thicknessMm } = group;
  return (
    <Box>
      <BoardHead {...props} />
      <Box sx={{ overflowX: { xs: 'auto', md: 'visible' } }}>
        <svg
          role="group"
          aria-label={`Board ${formatLength(length, unit)} by ${formatLength(width, unit)} with its blanks`}
          data-board={place}
          data-group={`${woodId} ${String(thicknessMm)}`}
          data-scale={scale}
          data-width={width}
          width={length * scale + 2}
          height={width * scale + 2}
          viewBox={`0 ${String(-width)} ${String(length)} ${String(width)}`}
          style={{ display: 'block', overflow: 'visible' }}
        >
          <rect x={0} y={-width} width={length} height={width} fill="#fbf3e2" />
          <rect
            x={0}
            y={-width}
            width={length}
            height={width}
            fill={woodFill(woodId)}
            stroke="var(--rj-palette-edge)"
            vectorEffect="non-scaling-stroke"
          />
          <g transform="scale(1 -1)">
            {defects.map((defect, i) => (
              <DefectShape key={i} defect={defect} />
            ))}
          </g>
          {piecesOf(tree).map((piece) => (
            <BlankShape
              key={piece.piece}
              piece={piece}
              name={blanks[piece.piece]?.name ?? ''}
              pinned={pinned.includes(piece.piece)}
              picked={picked === piece.piece}
              px={1 / scale}
              unit={unit}
              onPick={() => onPick(piece.piece)}
              onDrop={(dropped) => onDrop(piece.piece, dropped)}
              onUnpin={() => onUnpin(piece.piece)}
            />
          ))}
        </svg>
      </Box>
      <CutList cuts={cuts} blanks={blanks} />
    </Box>
  );
}

/** Which board it is, what is done to it first, and whether the picked blank may be put there. */
function BoardHead({ board, group, item, picked, onPut }: BoardLayoutProps) {
  const { unit } = useUnit();
  const { way, slice, blanks } = board;
  return (
    <>
      <Typography>
        {item && <ItemSize item={item} />}
        {item?.place ? `, ${item.place}` : ''}
        {way.yield > 1 && `, piece ${String(slice)} of ${String(way.yield)}`}
        <b>{wayWords(way, unit)}</b>
        {item && isWet(item) && `; not dry (${String(item.moisturePercent)} %): let it dry and measure it again`}
        {picked !== null && !blanks.includes(picked) && (
          <Button size="small" onClick={onPut} sx={{ ml: 1 }}>
            Put {group.blanks[picked]?.name} here
          </Button>
        )}
      </Typography>
      {millingCautions(board, group.thicknessMm).map((id) => (
        <Typography key={id} variant="body2" sx={{ color: 'warning.main' }}>
          △ {MILLING_CAUTIONS[id]}
        </Typography>
      ))}
    </>
  );
}

type LaidNode = Extract<CutTree, { kind: 'piece' }>;

function piecesOf(tree: CutTree): LaidNode[] {
  const pieces: LaidNode[] = [];
  eachNode(tree, (node) => {
    if (node.kind === 'piece') pieces.push(node);
  });
  return pieces;
}

interface BlankShapeProps {
  readonly piece: LaidNode;
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

/**
 * A blank on its board, with its name where there is room. It is dragged, or moved with the arrow keys; a click or Enter
 * picks it for another board; Delete lets it go.
 */
function BlankShape({ piece, name, pinned, picked, px, unit, onPick, onDrop, onUnpin }: BlankShapeProps) {
  const [x, y] = [piece.x / NM_PER_MM, piece.y / NM_PER_MM];
  const [length, width] = [piece.length / NM_PER_MM, piece.width / NM_PER_MM];
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
    { keyboardDisplacement: KEY_MM / px, filterTaps: true, pointer: { capture: true } },
  );
  const letters = Math.floor(length / (7 * px));
  const label = `${name}, ${formatLength(length, unit)} by ${formatLength(width, unit)}${pinned ? ', pinned' : ''}`;
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
        style={{ cursor: 'grab', touchAction: 'none' }}
        transform={moved ? `translate(${String(moved[0])} ${String(moved[1])})` : undefined}
      >
        <title>{`${label}. Drag it to pin it elsewhere, or click it to put it on another board${pinned ? '; double-click lets it go' : ''}.`}</title>
        <rect
          x={x}
          y={-y - width}
          width={length}
          height={width}
          fill="#fffdf8"
          fillOpacity={moved ? 0.9 : 0.72}
          stroke={picked ? 'var(--rj-palette-primary-main)' : 'var(--rj-palette-line)'}
          strokeWidth={picked ? 4 : pinned ? 3 : 1.4}
          vectorEffect="non-scaling-stroke"
        />
        {letters > 2 && width > 14 * px && (
          <text x={x + length / 2} y={-y - width / 2 + 4 * px} fontSize={12 * px} textAnchor="middle" fill="#2a1f16">
            {name.length > letters ? `${name.slice(0, letters - 1)}…` : name}
          </text>
        )}
        {pinned && <circle cx={x + 7 * px} cy={-y - width + 7 * px} r={3.5 * px} fill="#2a1f16" />}
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
