/** How a pattern is put on the wood. */
export const PATTERN_METHODS = [
  'glue-stick-on-tape',
  'spray-on-tape',
  'pattern-tape',
  'spray-on-film',
  'packing-tape',
  'transfer-film',
  'carbon',
  'hard-template',
  'direct',
] as const;
export type PatternMethod = (typeof PATTERN_METHODS)[number];

/** What a pattern sticks to or lies under, by the face of its blank. */
export type PatternMaterial = 'tape' | 'pattern-tape' | 'film' | 'packing-tape' | 'transfer-film' | 'carbon' | 'none';

export interface PatternWay {
  /** Minutes to put one on, as a share of the factor `stickPattern`. */
  readonly onShare: number;
  /** Minutes to take one off and leave the wood clean. */
  readonly offMinutes: number;
  readonly material: PatternMaterial;
  /** True where glue is sprayed: it wants moving air. */
  readonly isSprayed: boolean;
  /** True where a printed sheet goes with every pattern; what is traced is printed once. */
  readonly isPrinted: boolean;
  /** True where it is still there for a second phase of the same layer. */
  readonly survives: boolean;
  /** True where it keeps the cut cool. */
  readonly cools: boolean;
  /** True where taking it off may harm a veneered face. */
  readonly harmsVeneer: boolean;
}

const way = (
  onShare: number,
  offMinutes: number,
  material: PatternMaterial,
  more: Partial<PatternWay> = {},
): PatternWay => ({
  onShare,
  offMinutes,
  material,
  isSprayed: false,
  isPrinted: true,
  survives: true,
  cools: false,
  harmsVeneer: false,
  ...more,
});

/**
 * What each way takes (common practice for what it needs and does; minutes are our estimates). Tape comes off with its paper;
 * what is stuck straight on the wood is taken off with solvent, heat or sanding, and is gone for the next phase.
 */
export const PATTERN_WAYS: Readonly<Record<PatternMethod, PatternWay>> = {
  'glue-stick-on-tape': way(1, 0, 'tape'),
  'spray-on-tape': way(0.8, 0, 'tape', { isSprayed: true }),
  'pattern-tape': way(0.7, 0.2, 'pattern-tape', { harmsVeneer: true }),
  'spray-on-film': way(0.9, 0.1, 'film', { isSprayed: true }),
  'packing-tape': way(1.2, 0.2, 'packing-tape', { cools: true, harmsVeneer: true }),
  'transfer-film': way(0.8, 0, 'transfer-film'),
  carbon: way(3, 0.3, 'carbon', { isPrinted: false }),
  'hard-template': way(1.5, 0.2, 'none', { isPrinted: false }),
  direct: way(0.5, 2, 'none', { isSprayed: true, survives: false, harmsVeneer: true }),
};
