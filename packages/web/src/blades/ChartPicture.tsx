import { memo, useRef, type MouseEvent } from 'react';
import {
  chartMarks,
  CHART_WORKS,
  formatLength,
  woodById,
  type ChartRow,
  type ChartStretch,
  type ChartWork,
  type LengthUnit,
} from '@rapid-jig/core';
import { useUnit } from '../use-services';
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
/** Above and below the bars of a wood. */
const ROW_ROOM_PX = 5;
const ROW_PX = LANE_PX * CHART_WORKS.length + 2 * ROW_ROOM_PX;
const HEAD_PX = 24;

export interface ChartPictureProps {
  readonly rows: readonly ChartRow[];
  /** Woods on the rack. */
  readonly own: ReadonlySet<string>;
  readonly heights: readonly number[];
  readonly shown: Place | null;
  readonly onShow: (place: Place) => void;
}

/**
 * Woods down, heights across; three bars a wood, each as thick as its blade is wide, enlarged. A wood is one target, as wide and as high
 * as its bars; of all woods one is a stop of the keyboard, from which arrows lead to every bar.
 */
export function ChartPicture({ rows, own, heights, shown, onShow }: ChartPictureProps) {
  const { unit } = useUnit();
  const picture = useRef<SVGSVGElement>(null);
  const most = heights[heights.length - 1] ?? 1;
  const pxPerMm = WIDTH_PX / most;
  // A shop of millimetres may be shown in inches: its last mark lies beyond.
  const marks = chartMarks(unit).filter((mm) => mm <= most);
  const height = HEAD_PX + rows.length * ROW_PX;
  const stop = Math.max(
    0,
    rows.findIndex(({ woodId }) => woodId === shown?.woodId),
  );
  const move = (key: string): boolean => {
    const next = placeBeside(rows, shown, key);
    if (!next) return false;
    // A wood that is come to shows its first place; the one that was asked for comes after it.
    picture.current?.querySelector<SVGElement>(`[data-wood="${next.woodId}"]`)?.focus();
    onShow(next);
    return true;
  };
  return (
    <svg
      ref={picture}
      viewBox={`0 0 ${String(NAMES_PX + WIDTH_PX + 24)} ${String(height)}`}
      style={{ minWidth: 680, width: '100%', maxWidth: 900, display: 'block' }}
      role="group"
      aria-label="Chart of blades"
      fontFamily={FIGURE.fontFamily}
      onKeyDown={(event) => {
        if (move(event.key)) event.preventDefault();
      }}
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
            isStop={i === stop}
            pxPerMm={pxPerMm}
            shown={shown?.woodId === row.woodId ? shown : null}
            onShow={onShow}
          />
        </g>
      ))}
    </svg>
  );
}

/** Where an arrow key leads from a place; null where it is none, or the chart ends there. */
function placeBeside(rows: readonly ChartRow[], from: Place | null, key: string): Place | null {
  const first = rows[0];
  if (!from) return first && key.startsWith('Arrow') ? placeIn(first, CHART_WORKS[0], 0) : null;
  const row = rows.findIndex(({ woodId }) => woodId === from.woodId);
  const lane = CHART_WORKS.indexOf(from.work);
  const strips = rows[row]?.strips[from.work] ?? [];
  const along = { ArrowLeft: -1, ArrowRight: 1 }[key];
  if (along !== undefined) {
    const stretch = strips[strips.indexOf(from.stretch) + along];
    return stretch ? { ...from, stretch } : null;
  }
  const down = { ArrowUp: -1, ArrowDown: 1 }[key];
  if (down === undefined) return null;
  const next = row * CHART_WORKS.length + lane + down;
  const [to, work] = [rows[Math.floor(next / CHART_WORKS.length)], CHART_WORKS[next % CHART_WORKS.length]];
  return to && work ? placeIn(to, work, (from.stretch.fromMm + from.stretch.toMm) / 2) : null;
}

/** The stretch of a wood and a kind of work at a height; null beyond its end. */
export function placeIn({ woodId, strips }: ChartRow, work: ChartWork, heightMm: number): Place | null {
  const stretch = strips[work].find(({ toMm }) => heightMm <= toMm) ?? strips[work].at(-1);
  return stretch ? { woodId, work, stretch } : null;
}

interface WoodRowProps {
  readonly row: ChartRow;
  /** True of a wood on the rack. */
  readonly isOwn: boolean;
  /** True of the wood that the keyboard stops at. */
  readonly isStop: boolean;
  readonly pxPerMm: number;
  /** The place that is shown, where it is in this row. */
  readonly shown: Place | null;
  readonly onShow: (place: Place) => void;
}

/** Drawn anew only where something of it is pointed at: a chart has some seven hundred bars. */
const WoodRow = memo(function WoodRow({ row, isOwn, isStop, pxPerMm, shown, onShow }: WoodRowProps) {
  const { unit } = useUnit();
  const wood = woodById(row.woodId);
  const pointAt = ({ currentTarget, clientX, clientY }: MouseEvent<SVGRectElement>): void => {
    const { left, top, width, height } = currentTarget.getBoundingClientRect();
    const lane = Math.floor((((clientY - top) / height) * ROW_PX - ROW_ROOM_PX) / LANE_PX);
    const work = CHART_WORKS[Math.min(CHART_WORKS.length - 1, Math.max(0, lane))] ?? CHART_WORKS[0];
    const place = placeIn(row, work, ((clientX - left) / width) * (WIDTH_PX / pxPerMm));
    if (place && place.stretch !== shown?.stretch) onShow(place);
  };
  const showFirst = (): void => {
    const place = shown ?? placeIn(row, CHART_WORKS[0], 0);
    if (place) onShow(place);
  };
  return (
    <g
      role="button"
      tabIndex={isStop ? 0 : -1}
      data-wood={row.woodId}
      aria-label={`${wood?.name ?? ''}${shown ? `, ${placeWords(shown, unit)}` : ''}`}
      aria-pressed={shown !== null}
      onFocus={showFirst}
    >
      <line x2={NAMES_PX + WIDTH_PX} stroke="var(--rj-palette-divider)" />
      <text x={0} y={ROW_PX / 2 + 5} fontSize="14" fontWeight={isOwn ? 700 : 400} fill="currentColor">
        {wood?.name}
      </text>
      {CHART_WORKS.map((work, lane) =>
        row.strips[work].map((stretch) => (
          <Bar
            key={`${work} ${String(stretch.fromMm)}`}
            stretch={stretch}
            pxPerMm={pxPerMm}
            y={ROW_ROOM_PX + lane * LANE_PX}
            colour={isOwn && wood ? wood.swatch.line : DRAWN.steel}
            isShown={shown?.stretch === stretch}
          />
        )),
      )}
      <rect
        x={NAMES_PX}
        width={WIDTH_PX}
        height={ROW_PX}
        fill="transparent"
        style={{ cursor: 'pointer' }}
        onClick={pointAt}
        onPointerMove={pointAt}
      />
    </g>
  );
});

/** `up to 3/4", average work: number 7, reverse teeth` */
function placeWords({ work, stretch: { toMm, choice } }: Place, unit: LengthUnit): string {
  const says = choice ? `number ${choice.blade.size}, ${FORM_WORDS[choice.blade.form]}` : 'no blade';
  return `up to ${formatLength(toMm, unit)}, ${work} work: ${says}`;
}

interface BarProps {
  readonly stretch: ChartStretch;
  readonly pxPerMm: number;
  readonly y: number;
  /** Of the wood, where it is on the rack. */
  readonly colour: string;
  readonly isShown: boolean;
}

function Bar({ stretch: { fromMm, toMm, choice }, pxPerMm, y, colour, isShown }: BarProps) {
  const [left, right] = [NAMES_PX + fromMm * pxPerMm + 1, NAMES_PX + toMm * pxPerMm - 1];
  const thick = Math.min(LANE_PX - 2, (choice?.blade.widthMm ?? 0) * PX_PER_MM);
  if (!choice) return null;
  return (
    <g aria-hidden>
      <line
        x1={left}
        x2={right}
        y1={y + LANE_PX / 2}
        y2={y + LANE_PX / 2}
        stroke={isShown ? DRAWN.shades[1] : colour}
        strokeWidth={thick}
        strokeDasharray={choice.strained ? '7 3' : undefined}
      />
      {right - left > 22 && (
        <text
          x={left + 4}
          y={y + LANE_PX / 2 + 4}
          fontSize="11"
          fontWeight="700"
          fill="currentColor"
          stroke="var(--rj-palette-background-default)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {choice.blade.size}
        </text>
      )}
    </g>
  );
}
