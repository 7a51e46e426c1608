import { hardnessClass, NEWTONS_PER_POUND_FORCE } from '../wood';
import { curveTaken, isFlat, steeredRadius, type Blade } from './blade';
import { comfortOf, lineMinutes, slowedBy, VERY_HARD_N, WIDEST_TO_PIVOT } from './cost';
import type { CutDemand } from './demand';
import type { BladeEconomy } from './economy';

export type HintRule =
  | 'speed'
  | 'no-such-speed'
  | 'feed'
  | 'burns'
  | 'pivot-corners'
  | 'meet-corners'
  | 'loop-corners'
  | 'run-off-corners'
  | 'curve-slowly'
  | 'curve-nibbled'
  | 'drifts';

/** How to saw a cut, as data; the interface puts it into words. */
export interface SawingHint {
  readonly rule: HintRule;
  readonly inputs: Readonly<Record<string, string | number>>;
}

/** What a hint asks of a cut beside its demand. */
export interface HintedCut extends CutDemand {
  readonly woodIds: readonly string[];
  readonly isTilted: boolean;
  /** Waste between the line and the edge of its blank, or of the hole it falls into, mm. */
  readonly wasteMm: number;
}

/** Strokes a minute, slowest and fastest: slow where a blade works hard, fast where it works easily (common practice). */
const SPEEDS = { slow: [600, 1000], medium: [1000, 1400], fast: [1400, 1800] } as const;
/** Woods that burn before others do (common practice). */
const BURNING: readonly string[] = ['cherry', 'sugar-maple', 'beech', 'purpleheart'];
/** From this share of its comfort on a blade heats what it saws, in wood of some hardness. */
const HEATS_FROM = 0.75;
const HEATS_ABOVE_N = 900 * NEWTONS_PER_POUND_FORCE;
/** A feed in words is a range: so much to either side. */
const FEED_RANGE = 0.2;

/**
 * How a cut is sawn with a blade: its speed and feed in ranges, tape or wax where the wood burns, how its corners and curves
 * are taken, and to which side the blade pulls. `strokes`: what the saw can be set to, or null.
 */
export function sawingHints(
  cut: HintedCut,
  blade: Blade,
  economy: BladeEconomy,
  strokes: { readonly least: number; readonly most: number } | null,
): SawingHint[] {
  return [
    ...speedHints(cut, blade, strokes),
    feedHint(cut, blade, economy),
    ...burnHints(cut, blade),
    ...cornerHints(cut, blade),
    ...curveHints(cut, blade),
    ...(blade.driftDegrees === null || blade.driftDegrees === 0
      ? []
      : [{ rule: 'drifts' as const, inputs: { degrees: blade.driftDegrees } }]),
  ];
}

function speedHints(
  { heightMm, hardnessN }: CutDemand,
  blade: Blade,
  strokes: { readonly least: number; readonly most: number } | null,
): SawingHint[] {
  const share = heightMm / comfortOf(blade, hardnessN);
  const isHard = hardnessClass(hardnessN) === 'hard';
  const speed =
    share >= 1 || (isHard && share >= HEATS_FROM) ? 'slow' : isHard || share >= HEATS_FROM ? 'medium' : 'fast';
  const [least, most] = SPEEDS[speed];
  if (strokes === null) return [{ rule: 'speed', inputs: { speed, least, most } }];
  const [from, to] = [Math.max(least, strokes.least), Math.min(most, strokes.most)];
  if (from <= to) return [{ rule: 'speed', inputs: { speed, least: from, most: to } }];
  const nearest = strokes.most < least ? strokes.most : strokes.least;
  return [{ rule: 'no-such-speed', inputs: { speed, least, most, nearest } }];
}

function feedHint(cut: CutDemand, blade: Blade, economy: BladeEconomy): SawingHint {
  const minutes = lineMinutes(cut, economy) * slowedBy(cut.heightMm / comfortOf(blade, cut.hardnessN), economy);
  const mmAMinute = cut.lengthMm / minutes;
  return {
    rule: 'feed',
    inputs: { leastMm: mmAMinute * (1 - FEED_RANGE), mostMm: mmAMinute * (1 + FEED_RANGE) },
  };
}

function burnHints({ woodIds, hardnessN, heightMm }: HintedCut, blade: Blade): SawingHint[] {
  const wood = woodIds.find((id) => BURNING.includes(id));
  const heats = hardnessN >= HEATS_ABOVE_N && heightMm >= HEATS_FROM * comfortOf(blade, hardnessN);
  return wood !== undefined || hardnessN >= VERY_HARD_N || heats
    ? [{ rule: 'burns', inputs: { wood: wood ?? '' } }]
    : [];
}

/** Across a loop beside a line: it turns once round, mm. */
export const loopAcross = (blade: Blade): number => 2 * (steeredRadius(blade) + blade.kerfMm);

/** True where a blade may be turned on the spot in a corner. */
export const canPivot = (blade: Blade, isTilted: boolean): boolean => !isTilted && blade.widthMm <= WIDEST_TO_PIVOT;

/** Sharp inside corners: turned on the spot, or two cuts that meet; the others: looped through the waste, or run off its edge. */
function cornerHints(cut: HintedCut, blade: Blade): SawingHint[] {
  if (!isFlat(blade)) return [];
  const { corners, sharpInsideCorners, isTilted, wasteMm } = cut;
  const others = corners - sharpInsideCorners;
  const loopMm = loopAcross(blade);
  const inside = canPivot(blade, isTilted) ? 'pivot-corners' : 'meet-corners';
  const outside = wasteMm >= loopMm ? 'loop-corners' : 'run-off-corners';
  return [
    ...(sharpInsideCorners > 0 ? [{ rule: inside, inputs: { corners: sharpInsideCorners } } as const] : []),
    ...(others > 0 ? [{ rule: outside, inputs: { corners: others, loopMm } } as const] : []),
  ];
}

function curveHints({ tightestRadius }: CutDemand, blade: Blade): SawingHint[] {
  if (tightestRadius === null || !isFlat(blade)) return [];
  const taken = curveTaken(blade, tightestRadius);
  if (taken === 'steers') return [];
  const rule = taken === 'slow-turn' ? 'curve-slowly' : 'curve-nibbled';
  return [{ rule, inputs: { radiusMm: tightestRadius, limitMm: steeredRadius(blade) } }];
}
