import { memo } from 'react';
import {
  chartMarks,
  CHART_WORKS,
  formatLength,
  woodById,
  type ChartRow,
  type ChartStretch,
  type ChartWork,
} from '@rapid-jig/core';
import { useUnit } from '../services';
import { DRAWN } from '../theme/drawn';
import { FIGURE } from '../theme/theme';
import { FORM_WORDS } from '../words/plan';

/** Where a stretch lies in the chart. */
export interface Place {
  readonly woodId: string;
  readonly work: ChartWork;
  readonly stretch: ChartStretch;
}

const NAMES_PX = 185;
const WIDTH_PX = 620;
const LANE_PX = 15;
/** A blade of 1.6 mm fills its lane. */
const PX_PER_MM = 8;
const ROW_PX = LANE_PX * CHART_WORKS.length + 10;
const HEAD_PX = 24;

export interface ChartPictureProps {
  readonly rows: readonly ChartRow[];
  /** Woods on the rack. */
  readonly own: ReadonlySet<string>;
  readonly heights: readonly number[];
  readonly shown: Place | null;
  readonly onShow: (place: Place) => void;
}

/** Woods down, heights across; three bars a wood, each as thick as its blade is wide, enlarged. */
export function ChartPicture({ rows, own, heights, shown, onShow }: ChartPictureProps) {
  const { unit } = useUnit();
  const most = heights[heights.length - 1] ?? 1;
  const pxPerMm = WIDTH_PX / most;
  // A shop of millimetres may be shown in inches: its last mark lies beyond.
  const marks = chartMarks(unit).filter((mm) => mm <= most);
  const height = HEAD_PX + rows.length * ROW_PX;
  return (
    <svg
      viewBox={`0 0 ${String(NAMES_PX + WIDTH_PX + 24)} ${String(height)}`}
      style={{ minWidth: 640, width: '100%', maxWidth: 900, display: 'block' }}
      role="group"
      aria-label="Chart of blades"
      fontFamily={FIGURE.fontFamily}
    >
      {marks.map((mm) => (
        <g key={mm} stroke="var(--rj-palette-divider)">
          <line x1={NAMES_PX + mm * pxPerMm} x2={NAMES_PX + mm * pxPerMm} y1={HEAD_PX - 6} y2={height} />
          <text x={NAMES_PX + mm * pxPerMm} y={12} fontSize="11" textAnchor="middle" fill="currentColor" stroke="none">
            {formatLength(mm, unit)}
          </text>
        </g>
      ))}
      {rows.map((row, i) => (
        <g key={row.woodId} transform={`translate(0 ${String(HEAD_PX + i * ROW_PX)})`}>
          <WoodRow
            row={row}
            isOwn={own.has(row.woodId)}
            pxPerMm={pxPerMm}
            shown={shown?.woodId === row.woodId ? shown.stretch : null}
            onShow={onShow}
          />
        </g>
      ))}
    </svg>
  );
}

interface WoodRowProps {
  readonly row: ChartRow;
  /** True of a wood on the rack. */
  readonly isOwn: boolean;
  readonly pxPerMm: number;
  /** A stretch of this row, or null. */
  readonly shown: ChartStretch | null;
  readonly onShow: (place: Place) => void;
}

/** Drawn anew only where something of it is pointed at: a chart has some seven hundred bars. */
const WoodRow = memo(function WoodRow({ row, isOwn, pxPerMm, shown, onShow }: WoodRowProps) {
  const wood = woodById(row.woodId);
  return (
    <>
      <line x2={NAMES_PX + WIDTH_PX} stroke="var(--rj-palette-divider)" />
      <text x={0} y={ROW_PX / 2 + 5} fontSize="14" fontWeight={isOwn ? 700 : 400} fill="currentColor">
        {wood?.name}
      </text>
      {CHART_WORKS.map((work, lane) =>
        row.strips[work].map((stretch) => (
          <Bar
            key={`${work} ${String(stretch.fromMm)}`}
            place={{ woodId: row.woodId, work, stretch }}
            pxPerMm={pxPerMm}
            y={5 + lane * LANE_PX}
            colour={isOwn && wood ? wood.swatch.line : DRAWN.steel}
            isShown={shown === stretch}
            onShow={onShow}
          />
        )),
      )}
    </>
  );
});

interface BarProps {
  readonly place: Place;
  readonly pxPerMm: number;
  readonly y: number;
  /** Of the wood, where it is on the rack. */
  readonly colour: string;
  readonly isShown: boolean;
  readonly onShow: (place: Place) => void;
}

function Bar({ place, pxPerMm, y, colour, isShown, onShow }: BarProps) {
  const { unit } = useUnit();
  const { woodId, work, stretch } = place;
  const { fromMm, toMm, choice } = stretch;
  const [left, right] = [NAMES_PX + fromMm * pxPerMm + 1, NAMES_PX + toMm * pxPerMm - 1];
  const thick = Math.min(LANE_PX - 2, (choice?.blade.widthMm ?? 0) * PX_PER_MM);
  const show = (): void => onShow(place);
  const says = choice ? `number ${choice.blade.size}, ${FORM_WORDS[choice.blade.form]}` : 'no blade';
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${woodById(woodId)?.name ?? ''} up to ${formatLength(toMm, unit)}, ${work} work: ${says}`}
      aria-pressed={isShown}
      onClick={show}
      onFocus={show}
      onPointerEnter={show}
      style={{ cursor: 'pointer', outline: 'none' }}
    >
      <rect x={left} y={y} width={right - left} height={LANE_PX} fill="transparent" />
      {choice && (
        <line
          x1={left}
          x2={right}
          y1={y + LANE_PX / 2}
          y2={y + LANE_PX / 2}
          stroke={isShown ? DRAWN.shades[1] : colour}
          strokeWidth={thick}
          strokeDasharray={choice.strained ? '7 3' : undefined}
        />
      )}
      {choice && right - left > 22 && (
        <text
          x={left + 4}
          y={y + LANE_PX / 2 + 4}
          fontSize="11"
          fontWeight="700"
          fill="currentColor"
          stroke="var(--rj-palette-background-default)"
          strokeWidth="3"
          paintOrder="stroke"
          pointerEvents="none"
        >
          {choice.blade.size}
        </text>
      )}
    </g>
  );
}
