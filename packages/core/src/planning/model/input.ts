import type { Blade } from '../../blades';
import type { WorkEvent } from '../../ledger';
import type { TemplateRevision } from '../../products';
import type { Fault } from '../../result';
import type { Length } from '../../units';
import type { Shop } from './shop';
import type { LinearSolver } from '../../rods';
import { NO_STACK_WISHES, NO_WISHES, type StackWishes, type WoodWishes } from './wishes';

/** Extra parts made against spoilage: a count, or a share of what is needed, rounded up. */
export type SpareRule =
  { readonly kind: 'count'; readonly count: number } | { readonly kind: 'percent'; readonly percent: number };

/** For a run: one rule for every part, or so many spares that all copies are got with this confidence. */
export type RunSpareRule = SpareRule | { readonly kind: 'risk'; readonly confidencePercent: number };

export interface RunLine {
  readonly templateId: string;
  /** The revision this run is pinned to. */
  readonly revision: number;
  readonly copies: number;
  /** Copies of each variant, by its id; empty to share them evenly. */
  readonly variants: Readonly<Record<string, number>>;
  /** By part id, where a part departs from the run's rule. */
  readonly spares: Readonly<Record<string, SpareRule>>;
  /** Good pieces already there before the run, by part id. */
  readonly onHand: Readonly<Record<string, number>>;
}

/** A line as it begins: copies shared evenly over the variants, spares by the rule of the run, nothing on hand. */
export const newRunLine = (templateId: string, revision: number, copies: number): RunLine => ({
  templateId,
  revision,
  copies,
  variants: {},
  spares: {},
  onHand: {},
});

/** What the caliper says of a wood that the templates call by its nominal thickness. */
export interface MeasuredThickness {
  readonly woodId: string;
  readonly nominalMm: number;
  readonly measured: Length;
}

/** So many copies of these templates, together, by a date. */
export interface Run {
  readonly id: string;
  readonly name: string;
  /** YYYY-MM-DD, or null. */
  readonly dueDate: string | null;
  readonly lines: readonly RunLine[];
  readonly spares: RunSpareRule;
  /** True where spares that were used up by spoiled pieces are made again. */
  readonly refillSpares: boolean;
  /** Layers in a stack, at most, for this run; null for the shop's own limit. */
  readonly maxLayers: number | null;
  readonly measured: readonly MeasuredThickness[];
  readonly wood: WoodWishes;
  readonly stacks: StackWishes;
  readonly archived: boolean;
}

/** A run as it begins: no date, no spares, the shop's own limit of layers, nothing measured. */
export const newRun = (id: string, name: string, lines: readonly RunLine[]): Run => ({
  id,
  name,
  dueDate: null,
  lines,
  spares: { kind: 'count', count: 0 },
  refillSpares: false,
  maxLayers: null,
  measured: [],
  wood: NO_WISHES,
  stacks: NO_STACK_WISHES,
  archived: false,
});

/** Everything a plan depends on. */
export interface PlanInput {
  readonly run: Run;
  readonly revisions: readonly TemplateRevision[];
  readonly shop: Shop;
  readonly drawer: readonly Blade[];
  readonly work: readonly WorkEvent[];
}

export type PlanStage = 'count' | 'stack' | 'order' | 'estimate';

/** What the host lends to a plan. */
export interface PlanKit {
  /** Told as each stage begins. */
  readonly onStage: (stage: PlanStage) => void;
  /**
   * Loads what finds whole numbers of least cost; asked for only where parts that may be cut together differ. Where it rejects,
   * there is no plan, and the fault says so.
   */
  readonly solver: () => Promise<LinearSolver>;
}

export type PlanFault = Fault<
  | 'bad-quantity'
  | 'template-twice'
  | 'missing-revision'
  | 'unknown-wood'
  | 'too-thick-for-saw'
  | 'too-high-for-every-blade'
  | 'no-blade-for-ends'
  | 'no-hardness'
  | 'no-blade-left'
  | 'no-bit-for-opening'
  | 'out-of-reach'
  | 'tilt-too-steep'
  | 'no-solver'
  | 'stopped'
>;

/** Every reason why there is no plan; never empty. */
export type PlanError = readonly PlanFault[];
