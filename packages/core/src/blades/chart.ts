import { inches, type LengthUnit } from '../units';
import { WOODS, type Wood } from '../wood';
import type { Blade } from './blade';
import { chooseBlades, type BladeChoice, type BladeFault, type BladePreferences } from './choose';
import type { CutDemand } from './demand';
import { plyUnder, woodPace } from './economy';

/** Kinds of work that a chart tells apart. */
export const CHART_WORKS = ['plain', 'average', 'fine'] as const;
export type ChartWork = (typeof CHART_WORKS)[number];

/** The tightest curve, mm, and the sharp inside corners of each kind of work (common practice, our reading). */
const ASKS: Readonly<Record<ChartWork, Pick<CutDemand, 'tightestRadius' | 'sharpInsideCorners'>>> = {
  plain: { tightestRadius: null, sharpInsideCorners: 3 },
  average: { tightestRadius: inches(1 / 4), sharpInsideCorners: 8 },
  fine: { tightestRadius: inches(1 / 16), sharpInsideCorners: 20 },
};

/** Of some hand's length, mm, once round, turned as it is sawn. */
const OUTLINE = { lengthMm: 400, turning: 2 * Math.PI, turnable: true, openingMm: null, wants: [] } as const;

export interface ChartWood {
  readonly id: string;
  readonly hardnessN: number;
  readonly kind: Wood['kind'];
}

/** Heights a shop's chart has, mm: each sixteenth to 2-1/2 in, or each millimetre and a half to 60 mm. */
export const chartHeights = (units: LengthUnit): number[] =>
  upTo(40).map((n) => (units === 'in' ? inches(n / 16) : 1.5 * n));

/** Those of them that are marked, mm: each quarter of an inch, or each 5 mm. */
export const chartMarks = (units: LengthUnit): number[] =>
  units === 'in' ? upTo(10).map((n) => inches(n / 4)) : upTo(12).map((n) => 5 * n);

const upTo = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

/** Woods in the order of a chart: the softest first. */
export const chartWoods = (): Wood[] => [...WOODS].sort((a, b) => a.hardnessN - b.hardnessN);

/** Heights in a row of the chart for which the answer is one. */
export interface ChartStretch {
  /** mm; above `fromMm`, up to `toMm`. */
  readonly fromMm: number;
  readonly toMm: number;
  /** For the greatest height of the stretch; null where no blade of the drawer saws it. */
  readonly choice: BladeChoice | null;
  readonly fault: BladeFault | null;
}

export interface ChartRow {
  readonly woodId: string;
  readonly strips: Readonly<Record<ChartWork, readonly ChartStretch[]>>;
}

/**
 * Wood against thickness under the blade: for each kind of work the blade of the drawer that is chosen for an outline at each
 * of the heights, in rising order, mm. Pure; 60 woods by 40 heights by three in under 300 ms.
 */
export function bladeChart(
  woods: readonly ChartWood[],
  heightsMm: readonly number[],
  drawer: readonly Blade[],
  preferences: BladePreferences,
): ChartRow[] {
  return woods.map((wood) => {
    const { id, hardnessN } = wood;
    const strip = (work: ChartWork): ChartStretch[] => {
      const stretches: ChartStretch[] = [];
      heightsMm.forEach((heightMm, i) => {
        const pace = woodPace([plyUnder(wood, heightMm)], preferences.economy);
        const { sharpInsideCorners } = ASKS[work];
        const cut: CutDemand = { hardnessN, heightMm, pace, ...OUTLINE, ...ASKS[work], corners: sharpInsideCorners };
        const found = chooseBlades(cut, drawer, preferences);
        const choice = found.ok ? (found.value[0] ?? null) : null;
        const here = { fromMm: heightsMm[i - 1] ?? 0, toMm: heightMm, choice, fault: found.ok ? null : found.error };
        const last = stretches[stretches.length - 1];
        if (last && isOneAnswer(last, here)) stretches[stretches.length - 1] = { ...here, fromMm: last.fromMm };
        else stretches.push(here);
      });
      return stretches;
    };
    return { woodId: id, strips: { plain: strip('plain'), average: strip('average'), fine: strip('fine') } };
  });
}

const isOneAnswer = (one: ChartStretch, other: ChartStretch): boolean =>
  one.choice?.blade.id === other.choice?.blade.id &&
  one.choice?.strained === other.choice?.strained &&
  one.fault?.kind === other.fault?.kind;
