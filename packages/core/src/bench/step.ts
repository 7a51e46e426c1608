import type { Blade } from '../blades';
import type { BenchStepKind } from '../ledger';

/** What can hurt, or spoil the work, at a step; the words are said where it is shown. */
export type Caution =
  | 'unplug'
  | 'clamp-work'
  | 'moving-air'
  | 'brads'
  | 'fingers-beside'
  | 'small-blank'
  | 'fine-dust'
  | 'sharp-tilt'
  | 'solvent-dry'
  | 'clamps-wait';

/** One thing to do at the bench, with all that has to be at hand for it. */
export interface BenchStep {
  /** The same as long as it is the same work: two devices name it alike. */
  readonly key: string;
  readonly kind: BenchStepKind;
  /** null where it is of no stack. */
  readonly stackKey: string | null;
  readonly phaseKey: string | null;
  /** The passes it is done for, in their order; none where it is of no stack. */
  readonly passes: readonly number[];
  /** What a record of it names beside stack and phase: the bit in mm, the blade and tilt, the gang that is glued up. */
  readonly detail: string | null;
  /** What is sawn, in the order of sawing; of threading, what the blade is threaded for. */
  readonly cutIds: readonly string[];
  /** Those of the cuts that were told to be sawn: a pass that is broken off is taken up behind them. */
  readonly sawnCutIds: readonly string[];
  /** The bit for a drilling step, mm, and how many holes it makes in each pass. */
  readonly bit: { readonly diameterMm: number; readonly holes: number } | null;
  /** What is in the saw while it is done, or put in with it. */
  readonly blade: Blade | null;
  readonly tiltDegrees: number;
  /** Hands on, as planned, for all its passes. */
  readonly minutes: number;
  /** Nothing may be done with it for so long afterwards. */
  readonly waitMinutes: number;
  /** True where its phase is done with it, so that the pass is marked as sawn through it. */
  readonly finishesPhase: boolean;
  readonly cautions: readonly Caution[];
}
