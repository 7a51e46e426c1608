import { Box, Typography } from '@mui/material';
import { gangOfLayer, piecesOff, type MappedPiece, type PieceMap, type PlannedStack } from '@rapid-jig/core';
import { FigureAt } from '../drawing/FigureAt';
import { lineData } from '../drawing/line-data';
import { drawnSize } from '../drawing/StackPicture';
import { woodFill } from '../drawing/WoodDefs';
import { useOpenRun, useRunState } from '../runs/RunRoute';
import { useTakeBack } from '../runs/use-take-back';
import { DRAWN } from '../theme/drawn';
import { FIGURE } from '../theme/theme';
import { useBounce } from '../fields/use-bounce';

interface PiecesSeenProps {
  readonly stack: PlannedStack;
  readonly pass: number;
  readonly maps: readonly PieceMap[];
}

/** The pieces of a puzzle where they lie, each with the number that is written on it; a tap ticks what came off, or unticks it. */
export function PiecesSeen({ stack, pass, maps }: PiecesSeenProps) {
  const work = useRunState('work');
  const { session } = useOpenRun();
  const takeBack = useTakeBack();
  const isBounce = useBounce();
  const [top] = stack.gangs;
  const [layer] = stack.layers;
  if (!top || !layer) return null;
  const { box, blank } = top;
  const [across, up] = drawnSize(top);
  const offOf = ({ partId }: PieceMap) => piecesOff(work.standing, { stack: stack.key, pass, partId });
  const toggle = ({ partId }: PieceMap, piece: number, eventId: string | undefined): void => {
    if (isBounce(`${partId} ${String(piece)}`)) return;
    const event = work.standing.find(({ id }) => id === eventId);
    if (event) takeBack(event);
    else session.record([{ kind: 'piece-off', stack: stack.key, pass, partId, piece }]);
  };
  const of = maps.reduce((sum, { pieces }) => sum + pieces.length, 0);
  const off = maps.reduce((sum, map) => sum + offOf(map).size, 0);
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', alignItems: 'center', gap: 1, width: '100%' }}>
      <svg
        role="group"
        aria-label="Pieces"
        viewBox={[box.minX - blank.margin, -box.maxY - blank.margin, across, up].map(String).join(' ')}
        style={{ height: 'min(50vh, 480px)', maxWidth: '100%' }}
      >
        {maps.flatMap((map) => {
          const ids = offOf(map);
          return map.pieces.map((piece) => (
            <PieceSeen
              key={`${map.partId} ${String(piece.number)}`}
              piece={piece}
              label={`Piece ${String(piece.number)} of ${map.partName}`}
              fill={woodFill(gangOfLayer(layer.id, stack).wood.id)}
              size={Math.max(across, up) / 18}
              isOff={ids.has(piece.number)}
              onTap={() => toggle(map, piece.number, ids.get(piece.number))}
            />
          ));
        })}
      </svg>
      <Typography role="status" aria-label="Pieces off" sx={{ ...FIGURE, fontSize: '1.4rem', fontWeight: 700 }}>
        {off} of {of} pieces off
      </Typography>
    </Box>
  );
}

interface PieceSeenProps {
  readonly piece: MappedPiece;
  readonly label: string;
  readonly fill: string;
  /** Of its number, mm. */
  readonly size: number;
  readonly isOff: boolean;
  readonly onTap: () => void;
}

function PieceSeen({ piece: { number, rings, at }, label, fill, size, isOff, onTap }: PieceSeenProps) {
  const data = rings.map((ring) => `${lineData(ring)}Z`).join('');
  return (
    <g
      role="checkbox"
      aria-checked={isOff}
      aria-label={label}
      tabIndex={0}
      onClick={({ currentTarget }) => {
        // A foot switch that is an Enter key must not tick this piece again.
        currentTarget.blur();
        onTap();
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        event.stopPropagation();
        onTap();
      }}
      style={{ cursor: 'pointer' }}
    >
      <path
        d={data}
        fillRule="evenodd"
        fill={isOff ? DRAWN.opening : fill}
        stroke="var(--rj-palette-line)"
        strokeWidth="2"
        strokeDasharray={isOff ? '3 4' : undefined}
        vectorEffect="non-scaling-stroke"
      />
      <FigureAt at={at} size={size} halo={isOff ? 0 : size / 6} opacity={isOff ? 0.5 : 1}>
        {isOff ? '✓' : number}
      </FigureAt>
    </g>
  );
}
