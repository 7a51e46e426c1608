import {
  bladeChart,
  CHART_WORKS,
  chartHeights,
  chartMarks,
  chartWoods,
  type Blade,
  type ChartRow,
  type ChartStretch,
} from '../blades';
import { bladePreferences, PAGES, type Shop } from '../planning';
import { formatLength, type LengthUnit } from '../units';
import type { Wood } from '../wood';
import { ink, straight, textMark, type Mark, type SheetPage } from './marks';

const NAMES_MM = 38;
const HEAD_MM = 26;
const FOOT_MM = 14;
/** A blade is drawn this many times as wide as it is. */
const ENLARGED = 1.05;
const STEEL = '#b4bcc1';
/** Of a bar whose blade is strained. */
const BROKEN = [1.2, 0.7];
const RULE = ink(0.15, '#999999');

/** Wood against thickness under the blade, on one page to be pinned to the wall. */
export function bladePoster(shop: Shop, drawer: readonly Blade[]): SheetPage {
  const { width, height, margin } = PAGES[shop.paper];
  const woods = chartWoods();
  const heights = chartHeights(shop.units);
  const rows = bladeChart(woods, heights, drawer, bladePreferences(shop));
  const [left, right] = [margin + NAMES_MM, width - margin];
  const most = heights[heights.length - 1] ?? 1;
  const x = (mm: number): number => left + ((right - left) * mm) / most;
  const [top, bottom] = [height - margin - HEAD_MM, margin + FOOT_MM];
  const rowMm = (top - bottom) / rows.length;
  return {
    width,
    height,
    marks: [
      textMark({ x: margin, y: height - margin - 7 }, 'The blade for each wood and thickness', 6, { bold: true }),
      textMark(
        { x: margin, y: height - margin - 13 },
        'In each row, from above: plain, average and fine work. A bar is as thick as its blade is wide, enlarged; broken where the blade is strained, empty where none serves.',
        2.3,
      ),
      ...ruler(shop.units, x, top, bottom),
      ...rows.flatMap((row, i) => rowMarks(row, woods[i], { x, y: top - rowMm * i, rowMm, left: margin, right })),
      textMark(
        { x: margin, y: margin + 4 },
        'From the blades in the drawer and the habits of this shop. Common practice; trust your own hands and log over it.',
        2.3,
      ),
    ],
  };
}

function ruler(units: LengthUnit, x: (mm: number) => number, top: number, bottom: number): Mark[] {
  return chartMarks(units).flatMap((mm): Mark[] => [
    { kind: 'path', path: straight({ x: x(mm), y: top + 1.5 }, { x: x(mm), y: bottom }), ink: RULE },
    textMark({ x: x(mm), y: top + 2.5 }, formatLength(mm, units), 2.6, { align: 'middle' }),
  ]);
}

interface RowPlace {
  readonly x: (mm: number) => number;
  /** Its upper edge. */
  readonly y: number;
  readonly rowMm: number;
  readonly left: number;
  readonly right: number;
}

function rowMarks({ strips }: ChartRow, wood: Wood | undefined, { x, y, rowMm, left, right }: RowPlace): Mark[] {
  const lane = rowMm / (CHART_WORKS.length + 0.5);
  return [
    { kind: 'path', path: straight({ x: left, y }, { x: right, y }), ink: RULE },
    textMark({ x: left, y: y - rowMm / 2 - 1 }, wood?.name ?? '', 2.8),
    ...CHART_WORKS.flatMap((work, i) =>
      strips[work].flatMap((stretch) => barMarks(stretch, x, y - lane * (i + 0.75), lane)),
    ),
  ];
}

function barMarks({ fromMm, toMm, choice }: ChartStretch, x: (mm: number) => number, y: number, lane: number): Mark[] {
  if (!choice) return [];
  const { blade, strained } = choice;
  const thick = Math.min(lane * 0.88, blade.widthMm * ENLARGED);
  const [from, to] = [x(fromMm) + 0.2, x(toMm) - 0.2];
  const bar: Mark = {
    kind: 'path',
    path: straight({ x: from, y }, { x: to, y }),
    ink: ink(thick, STEEL, strained ? BROKEN : []),
  };
  const size = Math.min(2.2, lane * 0.8);
  const place = { x: from + 0.8, y: y - size * 0.36 };
  return to - from < 4
    ? [bar]
    : [bar, textMark({ x: place.x + size * 0.6, y: place.y }, blade.size, size, { bold: true })];
}
