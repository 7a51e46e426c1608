import { memo, useEffect, useMemo, useState } from 'react';
import { Box, Typography } from '@mui/material';
import { IconFileTypePdf } from '@tabler/icons-react';
import {
  bladePreferences,
  chartHeights,
  chartMarks,
  CHART_WORKS,
  formatLength,
  woodById,
  type ChartRow,
  type ChartStretch,
  type ChartWork,
} from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { OnceButton } from '../fields/OnceButton';
import { useDrawer, useServices, useShop, useUnit } from '../services';
import { Page } from '../shell/Page';
import { DRAWN } from '../theme/drawn';
import { FIGURE } from '../theme/theme';
import { FORM_WORDS, reasonWords } from '../words/plan';
import { WorkerFailed } from '../workers/restarting';

/** Where a stretch lies in the chart. */
interface Place {
  readonly woodId: string;
  readonly work: ChartWork;
  readonly stretch: ChartStretch;
}

/** Wood against thickness under the blade, from the maker's drawer: a picture to be looked up, and printed for the wall. */
export function ChartView() {
  const { planner, api, say } = useServices();
  const { blades } = useDrawer();
  const shop = useShop();
  const [rows, setRows] = useState<readonly ChartRow[] | null>(null);
  const [shown, setShown] = useState<Place | null>(null);
  const ask = useMemo(
    () => ({ units: shop.units, drawer: blades, preferences: bladePreferences(shop) }),
    [shop, blades],
  );
  useEffect(() => {
    let isWanted = true;
    const failed = (error: unknown): void => {
      if (!(error instanceof WorkerFailed)) throw error;
      say('The part of the program that chooses blades could not be fetched. See that it still runs on its computer.');
    };
    planner.chart(ask).then((made) => isWanted && made && setRows(made), failed);
    return () => {
      isWanted = false;
    };
  }, [planner, ask, say]);
  const print = async (): Promise<void> => {
    const pdf = await api.bladePoster();
    if (pdf.ok) saveFile('blades.pdf', pdf.value);
    else say(`${pdf.error.message} ${pdf.error.hint}`);
  };
  return (
    <Page wide title="Chart of blades">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          The blade for each wood and thickness
        </Typography>
        <OnceButton variant="outlined" startIcon={<IconFileTypePdf size={18} />} onClick={print}>
          Page for the wall
        </OnceButton>
      </Box>
      <Typography color="textSecondary" sx={{ maxWidth: 760, mb: 2 }}>
        Three bars a wood: plain, average and fine work. A bar is as thick as its blade is wide, enlarged; broken where
        the blade is strained, empty where none in your drawer serves. Touch one to see why.
      </Typography>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'start', flexDirection: { xs: 'column', md: 'row' } }}>
        <Box sx={{ flex: 1, minWidth: 0, width: '100%', overflowX: 'auto' }}>
          {rows && <Chart rows={rows} heights={chartHeights(shop.units)} shown={shown} onShow={setShown} />}
        </Box>
        <Why place={shown} />
      </Box>
    </Page>
  );
}

const NAMES_PX = 185;
const WIDTH_PX = 620;
const LANE_PX = 15;
/** A blade of 1.6 mm fills its lane. */
const PX_PER_MM = 8;
const ROW_PX = LANE_PX * CHART_WORKS.length + 10;
const HEAD_PX = 24;

interface ChartProps {
  readonly rows: readonly ChartRow[];
  readonly heights: readonly number[];
  readonly shown: Place | null;
  readonly onShow: (place: Place) => void;
}

function Chart({ rows, heights, shown, onShow }: ChartProps) {
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
  readonly pxPerMm: number;
  /** A stretch of this row, or null. */
  readonly shown: ChartStretch | null;
  readonly onShow: (place: Place) => void;
}

/** Drawn anew only where something of it is pointed at: a chart has some seven hundred bars. */
const WoodRow = memo(function WoodRow({ row, pxPerMm, shown, onShow }: WoodRowProps) {
  return (
    <>
      <line x2={NAMES_PX + WIDTH_PX} stroke="var(--rj-palette-divider)" />
      <text x={0} y={ROW_PX / 2 + 5} fontSize="14" fill="currentColor">
        {woodById(row.woodId)?.name}
      </text>
      {CHART_WORKS.map((work, lane) =>
        row.strips[work].map((stretch) => (
          <Bar
            key={`${work} ${String(stretch.fromMm)}`}
            place={{ woodId: row.woodId, work, stretch }}
            pxPerMm={pxPerMm}
            y={5 + lane * LANE_PX}
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
  readonly isShown: boolean;
  readonly onShow: (place: Place) => void;
}

function Bar({ place, pxPerMm, y, isShown, onShow }: BarProps) {
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
          stroke={isShown ? DRAWN.shades[1] : DRAWN.steel}
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

function Why({ place }: { readonly place: Place | null }) {
  const { unit } = useUnit();
  if (!place)
    return (
      <Typography color="textSecondary" sx={{ width: { md: 300 } }}>
        A stretch of the chart says here why it is this blade.
      </Typography>
    );
  const { woodId, work, stretch } = place;
  const { choice, fault } = stretch;
  return (
    <Box
      role="status"
      aria-label="Why this blade"
      sx={{
        width: { xs: '100%', md: 320 },
        flex: 'none',
        p: 2,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        position: 'sticky',
        top: { md: 80 },
        bottom: { xs: 0, md: 'auto' },
        maxHeight: { xs: '38vh', md: 'none' },
        overflowY: 'auto',
      }}
    >
      <Typography variant="h3">
        {woodById(woodId)?.name}, {stretch.fromMm === 0 ? 'up' : formatLength(stretch.fromMm, unit)} to{' '}
        {formatLength(stretch.toMm, unit)}, {work} work
      </Typography>
      {choice ? (
        <>
          <Typography sx={{ mt: 1 }}>
            <b>
              Number {choice.blade.size}, {FORM_WORDS[choice.blade.form]}
            </b>
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {choice.reasons.map((reason) => (
              <li key={reason.rule}>{reasonWords(reason, unit)}</li>
            ))}
          </Box>
        </>
      ) : (
        <Typography sx={{ mt: 1 }}>
          {fault?.message} {fault?.hint}
        </Typography>
      )}
    </Box>
  );
}
