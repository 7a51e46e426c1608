/** On which side of its line the blade runs; outside and inside are those of the part. */
export const LINE_RULES = ['on', 'outside', 'inside'] as const;
export type LineRule = (typeof LINE_RULES)[number];

/**
 * Why the piece that falls out of an inside cut is kept: it is the counter of a letter and glued in again, it holds other
 * pieces in their place until the glue is dry, or it becomes a handle.
 */
export const KEPT_WASTE = ['counter', 'support', 'handle'] as const;
export type KeptWaste = (typeof KEPT_WASTE)[number];

/** How a cut is sawn. */
export interface CutRule {
  readonly line: LineRule;
  /** Of the table from level, as its scale reads; below 0 to the other side. */
  readonly tiltDegrees: number;
  /** Of an inside cut; null where what falls out is waste. */
  readonly kept: KeptWaste | null;
}

/** On the line, square to the table, and what falls out is thrown away. */
export const PLAIN_CUT: CutRule = { line: 'on', tiltDegrees: 0, kept: null };

/** What says how its cuts are sawn, by their ids: a part. */
interface WithRules {
  readonly cutRules: Readonly<Record<string, CutRule>>;
}

export const ruleOf = ({ cutRules }: WithRules, cutId: string): CutRule => cutRules[cutId] ?? PLAIN_CUT;

/** True of a cut on its line, square to the table, whose waste is thrown away. */
export const isPlain = ({ line, tiltDegrees, kept }: CutRule): boolean =>
  line === 'on' && tiltDegrees === 0 && kept === null;

/** The part with another rule for a cut; a plain one is not kept. */
export function withRule<P extends WithRules>(part: P, cutId: string, changes: Partial<CutRule>): P {
  const rule = { ...ruleOf(part, cutId), ...changes };
  const { [cutId]: _before, ...others } = part.cutRules;
  return { ...part, cutRules: isPlain(rule) ? others : { ...others, [cutId]: rule } };
}
