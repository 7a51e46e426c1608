import type { Blade } from '../../blades';
import type { HardwareNeed } from '../../products';
import type { PartCount } from './count';
import type { PlannedRod } from './rod';
import type { PatternMethod } from './pattern-method';
import type { Holding } from './shop';
import type { BlankRule, Stack, WoodPly } from './stack';

/** One blade in the saw, and the stacks it saws before it is changed. */
export interface BladeTurn {
  readonly blade: Blade;
  /** What of which stack, in order: cuts that follow each other in it at one tilt of the table, degrees. */
  readonly spells: readonly { readonly stackKey: string; readonly tiltDegrees: number }[];
}

/** Hands-on minutes by what they go into. */
export interface Minutes {
  readonly pattern: number;
  readonly drilling: number;
  readonly threading: number;
  readonly cutting: number;
  readonly corners: number;
  readonly changing: number;
  /** Of boards glued to each other before they are sawn, without the wait in the clamps. */
  readonly gluing: number;
}

/** Where a worn blade is changed for a new one of its kind. */
export interface BladeChange {
  readonly stackKey: string;
  readonly phaseKey: string;
  readonly cutId: string;
  /** Which of the passes still to be sawn, from 1. */
  readonly pass: number;
  /** mm of the cut sawn before; 0 where it is changed before the cut. */
  readonly afterMm: number;
}

/** How many of one blade a plan wears out. */
export interface BladeUse {
  readonly blade: Blade;
  /** Area of cut face, mm2. */
  readonly faceAreaMm2: number;
  /** Blades used, the last one part-worn: one more than there are changes. */
  readonly count: number;
  /** Where a worn one is changed, in order; of very many the first. */
  readonly changes: readonly BladeChange[];
  /** Times it is put into the saw, worn ones included. */
  readonly mounts: number;
}

/** Patterns that are put on one way. */
export interface PatternsUsed {
  readonly method: PatternMethod;
  /** Patterns put on. */
  readonly copies: number;
  /** Sheets to print: one for each pattern, or one for each drawing that is traced. */
  readonly sheets: number;
  /** What the patterns stick to or lie under, mm2: the face of each blank that carries one; 0 where there is nothing. */
  readonly materialMm2: number;
}

/** What the remaining passes use up besides wood and blades. */
export interface Consumables {
  /** Each way that patterns are put on, once. */
  readonly patterns: readonly PatternsUsed[];
  readonly holding: Holding;
  /** Tape round the edges, mm. */
  readonly edgeTapeMm: number;
  /** Double-sided tape between layers, mm2. */
  readonly doubleSidedMm2: number;
  /** Pieces of shelf film the size of their blank: two per joint and one under the pattern. */
  readonly filmSheets: number;
  readonly brads: number;
  readonly glueDots: number;
}

/** Something the maker should know; it does not stop the plan. */
export interface PlanWarning {
  readonly kind:
    | 'strained-blade'
    | 'curve-too-tight'
    | 'cannot-turn-round'
    | 'rough-cut-first'
    | 'standing-work'
    | 'no-spiral-in-drawer'
    | 'small-blank'
    | 'few-blades'
    | 'left-over'
    | 'no-room-for-brads'
    | 'must-come-clean'
    | 'tilted-corners'
    | 'one-sided-face'
    | 'face-down'
    | 'pin-left-out';
  readonly stackKey: string | null;
  readonly where: string;
  readonly inputs: Readonly<Record<string, string | number>>;
  /** The cuts it speaks of; left out where it speaks of the whole stack. */
  readonly cutIds?: readonly string[];
}

/** A part's count with what the plan makes of it. */
export interface PlannedPart extends PartCount {
  /** Pieces the remaining passes give. */
  readonly planned: number;
  /** Pieces beyond what is wanted: from layers that were pinned, or parts that share a blank. */
  readonly leftOver: number;
}

/** A stack with its minutes and warnings, as the plan hands it out. */
export interface PlannedStack extends Stack {
  /** One pass, without changing blades. */
  readonly passMinutes: Minutes;
  readonly warnings: readonly PlanWarning[];
}

/** Blanks that are glued up from boards before they are sawn. */
export interface GlueUp {
  readonly gangKey: string;
  readonly where: string;
  readonly plies: readonly WoodPly[];
  readonly count: number;
  readonly handsMinutes: number;
  /** In the clamps, before a blade may touch it. */
  readonly waitMinutes: number;
}

/** Bought things that a run needs. */
export interface PlannedHardware {
  readonly id: string;
  readonly templateId: string;
  readonly templateName: string;
  readonly name: string;
  readonly kind: HardwareNeed['kind'];
  /** For all copies: whole ones. */
  readonly count: number;
}

/** Blanks of one size from one wood. */
export interface BlankNeed {
  readonly woodId: string;
  readonly nominalMm: number;
  readonly thicknessMm: number;
  readonly length: number;
  readonly width: number;
  readonly rule: BlankRule;
  /** Passes sawn from one, one after the other. */
  readonly passes: number;
  readonly count: number;
  /** What they are for. */
  readonly parts: readonly string[];
}

export interface Plan {
  readonly parts: readonly PlannedPart[];
  /** In the order of sawing; finished ones last. */
  readonly stacks: readonly PlannedStack[];
  readonly blanks: readonly BlankNeed[];
  readonly glueUps: readonly GlueUp[];
  /** Dowels and strips. */
  readonly rods: readonly PlannedRod[];
  readonly hardware: readonly PlannedHardware[];
  readonly bladeTurns: readonly BladeTurn[];
  /** Minutes of changing blades and tilts saved since stacks wait for each other, against each sawn to its end before the next. */
  readonly changingSaved: number;
  readonly bladeUses: readonly BladeUse[];
  readonly consumables: Consumables;
  /** All passes still to saw. */
  readonly minutes: Minutes;
  /** Most pieces that one slip can spoil. */
  readonly piecesAtRisk: number;
  /** True where it is proven that no other stacks cost less. */
  readonly proven: boolean;
  readonly warnings: readonly PlanWarning[];
}

/** What a plan costs, in the figures a maker weighs. */
export interface PlanCost {
  readonly minutes: number;
  readonly passes: number;
  readonly blanks: number;
  /** Face of all blanks, mm2. */
  readonly woodMm2: number;
  readonly blades: number;
  readonly piecesAtRisk: number;
}
