import { Box, Typography } from '@mui/material';
import {
  eachNode,
  formatLength,
  type BoardPlan,
  type CutStep,
  type CutTree,
  type LengthUnit,
  type MilledStock,
  type NeededBlank,
  type StockItem,
} from '@rapid-jig/core';
import { woodFill } from '../../drawing/WoodDefs';
import { ItemSize } from '../../rack/RackView';
import { DefectShape } from '../../rack/BoardPicture';
import { useUnit } from '../../services';

interface BoardLayoutProps {
  readonly board: BoardPlan;
  readonly blanks: readonly NeededBlank[];
  readonly woodId: string;
  readonly item: StockItem | null;
}

/** The longest board is drawn this wide, px. */
const MOST_PX = 760;
const NM_PER_MM = 1e6;

/** One board with its blanks where they lie, and the cuts as a list that can be followed. */
export function BoardLayout({ board, blanks, woodId, item }: BoardLayoutProps) {
  const { unit } = useUnit();
  const { length, width, tree, cuts, way, defects } = board;
  const scale = Math.min(MOST_PX / length, 3);
  return (
    <Box>
      <Typography>
        {item && <ItemSize item={item} />}
        {item?.place ? `, ${item.place}` : ''} <b>{wayWords(way, unit)}</b>
      </Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <svg
          role="img"
          aria-label={`Board ${formatLength(length, unit)} by ${formatLength(width, unit)} with its blanks`}
          width={length * scale + 2}
          height={width * scale + 2}
          viewBox={`0 ${String(-width)} ${String(length)} ${String(width)}`}
          style={{ display: 'block' }}
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
              px={1 / scale}
              unit={unit}
            />
          ))}
        </svg>
      </Box>
      <Box component="ol" aria-label="Cuts" sx={{ m: 0, mt: 0.5, pl: 3, columnWidth: 300, fontSize: '0.9rem' }}>
        {cuts.map((step) => (
          <li key={step.part}>{cutWords(step, blanks, unit)}</li>
        ))}
      </Box>
    </Box>
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
  readonly px: number;
  readonly unit: LengthUnit;
}

/** A blank on its board, with its name where there is room for it. */
function BlankShape({ piece, name, px, unit }: BlankShapeProps) {
  const [x, y, length, width] = [piece.x, piece.y, piece.length, piece.width].map((value) => value / NM_PER_MM) as [
    number,
    number,
    number,
    number,
  ];
  const letters = Math.floor(length / (7 * px));
  return (
    <g>
      <title>{`${name}, ${formatLength(length, unit)} by ${formatLength(width, unit)}`}</title>
      <rect
        x={x}
        y={-y - width}
        width={length}
        height={width}
        fill="#fffdf8"
        fillOpacity={0.72}
        stroke="var(--rj-palette-line)"
        strokeWidth={1.4}
        vectorEffect="non-scaling-stroke"
      />
      {letters > 2 && width > 14 * px && (
        <text x={x + length / 2} y={-y - width / 2 + 4 * px} fontSize={12 * px} textAnchor="middle" fill="#2a1f16">
          {name.length > letters ? `${name.slice(0, letters - 1)}…` : name}
        </text>
      )}
    </g>
  );
}

function wayWords({ way }: MilledStock, unit: LengthUnit): string {
  switch (way.kind) {
    case 'ready':
      return '';
    case 'plane':
      return `: flatten and plane off ${formatLength(way.takenMm, unit)}`;
    case 'resaw':
      return `: resaw into ${String(way.slices)} slices, plane both faces of each`;
    case 'laminate':
      return ': glue up two layers';
  }
}

/** `Part 1a: rip at 5 1/2"; Fin is done` */
function cutWords(
  { part, axis, distance, finished }: CutStep,
  blanks: readonly NeededBlank[],
  unit: LengthUnit,
): string {
  const board = part === '1' ? 'The board' : `Part ${part}`;
  const cut = axis === 'rip' ? 'rip' : 'crosscut';
  const done = finished.map((i) => blanks[i]?.name ?? '').join(' and ');
  return `${board}: ${cut} at ${formatLength(distance / NM_PER_MM, unit)}${done ? `; ${done}` : ''}`;
}
