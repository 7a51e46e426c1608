import { inches } from '../../units';
import { HARD_ABOVE_N, hardnessClass } from '../../wood';

export type DifficultyLevel = 'easy' | 'moderate' | 'demanding' | 'very-demanding';

export type DifficultyRule =
  | 'tight-curve'
  | 'thin-bridge'
  | 'fragile-tips'
  | 'sharp-inside-corners'
  | 'many-inside-cuts'
  | 'long-cut'
  | 'hard-wood';

export interface DifficultyReason {
  readonly rule: DifficultyRule;
  /** The figure that was judged: mm, a count, or newtons. */
  readonly figure: number;
  /** The limit it passed, in the same unit. */
  readonly limit: number;
  /** 1 asks for care, 2 for a practised hand. */
  readonly weight: 1 | 2;
}

export interface Difficulty {
  readonly level: DifficultyLevel;
  /** The heaviest first; empty for easy work. */
  readonly reasons: readonly DifficultyReason[];
}

export interface DifficultyFigures {
  readonly tightestRadius: number | null;
  readonly thinnestBridge: number | null;
  readonly thicknessMm: number;
  readonly fragileTips: number;
  readonly sharpInsideCorners: number;
  readonly insideCuts: number;
  readonly cutLengthMm: number;
  readonly hardnessN: number;
}

/** For each rule the limits of care and of a practised hand (our reading of common practice, no published source). */
type Limits = readonly [care: number, practised: number];
const TIGHT_CURVE: Limits = [inches(1 / 8), inches(1 / 16)];
const FRAGILE_TIPS: Limits = [1, 6];
const SHARP_CORNERS: Limits = [5, 13];
const INSIDE_CUTS: Limits = [5, 25];
const CUT_LENGTH: Limits = [2000, 10_000];

const bridgeLimits = (thicknessMm: number): Limits => [thicknessMm, thicknessMm / 2];

export type BridgeStrength = 'sound' | 'thin' | 'fragile';

/** How a bridge stands against the thickness of its wood, mm both (common practice). */
export function bridgeStrength(widthMm: number, thicknessMm: number): BridgeStrength {
  const [care, practised] = bridgeLimits(thicknessMm);
  return widthMm >= care ? 'sound' : widthMm >= practised ? 'thin' : 'fragile';
}

/** How demanding a part is to saw, in one word, and why. A bridge is judged against the thickness: it wants to be no thinner. */
export function difficultyOf(figures: DifficultyFigures): Difficulty {
  const { thicknessMm } = figures;
  const reasons = [
    below('tight-curve', figures.tightestRadius, TIGHT_CURVE),
    below('thin-bridge', figures.thinnestBridge, bridgeLimits(thicknessMm)),
    above('fragile-tips', figures.fragileTips, FRAGILE_TIPS),
    above('sharp-inside-corners', figures.sharpInsideCorners, SHARP_CORNERS),
    above('many-inside-cuts', figures.insideCuts, INSIDE_CUTS),
    above('long-cut', figures.cutLengthMm, CUT_LENGTH),
    ...(hardnessClass(figures.hardnessN) === 'hard'
      ? [{ rule: 'hard-wood' as const, figure: figures.hardnessN, limit: HARD_ABOVE_N, weight: 1 as const }]
      : []),
  ].filter((reason) => reason !== null);
  const sum = reasons.reduce((total, { weight }) => total + weight, 0);
  return { level: levelOf(sum), reasons: reasons.sort((a, b) => b.weight - a.weight) };
}

const levelOf = (sum: number): DifficultyLevel =>
  sum === 0 ? 'easy' : sum <= 2 ? 'moderate' : sum <= 5 ? 'demanding' : 'very-demanding';

function below(rule: DifficultyRule, figure: number | null, [care, practised]: Limits): DifficultyReason | null {
  if (figure === null || figure >= care) return null;
  return figure < practised ? { rule, figure, limit: practised, weight: 2 } : { rule, figure, limit: care, weight: 1 };
}

function above(rule: DifficultyRule, figure: number, [care, practised]: Limits): DifficultyReason | null {
  if (figure < care) return null;
  return figure >= practised ? { rule, figure, limit: practised, weight: 2 } : { rule, figure, limit: care, weight: 1 };
}
