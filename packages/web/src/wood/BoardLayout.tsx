import { Box, Button, Typography } from '@mui/material';
import {
  formatLength,
  isWet,
  millingCautions,
  piecesIn,
  type BoardPlan,
  type StockItem,
  type WoodGroup,
} from '@rapid-jig/core';
import { woodFill } from '../drawing/WoodDefs';
import { ItemSize } from '../rack/ItemSize';
import { DefectShape } from '../rack/BoardPicture';
import { useUnit } from '../use-services';
import { CutList } from './CutList';
import { BlankShape, OffcutShape, type Dropped } from './OnBoard';
import { MILLING_CAUTIONS, wayWords } from './wood-words';
import { DRAWN } from '../theme/drawn';

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

/** One board with its blanks where they lie, and the cuts as a list that can be followed. */
export function BoardLayout(props: BoardLayoutProps) {
  const { board, group, place, scale, picked, onPick, onDrop, onUnpin } = props;
  const { unit } = useUnit();
  const { length, width, treeNm, cuts, defects, pinned, offcuts } = board;
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
          <rect x={0} y={-width} width={length} height={width} fill={DRAWN.bareWood} />
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
          {offcuts.map((offcut) => (
            <OffcutShape key={`${String(offcut.x)} ${String(offcut.y)}`} offcut={offcut} px={1 / scale} />
          ))}
          {piecesIn(treeNm).map((piece) => (
            <BlankShape
              key={piece.piece}
              piece={piece}
              letter={group.letters[piece.piece] ?? ''}
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
      <CutList cuts={cuts} />
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
