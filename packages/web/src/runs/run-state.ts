import type { StoreApi } from 'zustand/vanilla';
import type { ApiFault, CutBlanks, NewPhoto, ReserveWood, StoredRack } from '@rapid-jig/contract';
import type {
  Phase,
  PieceCount,
  PlanCost,
  PlanError,
  PlanInput,
  PlannedStack,
  Result,
  Run,
  SpoiledLayer,
  StandingEvent,
  Unstamped,
  StockMove,
  TemplateRevision,
  WorkDone,
  WorkEvent,
} from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import type { PlanCheck, PlannedRun } from '../workers/planner.worker';

/** A plan, and all that it was made from. */
export interface PlanInView extends PlannedRun {
  readonly input: PlanInput;
}

/** What the checker says of a plan. */
export interface CheckedPlan extends PlanCheck {
  readonly of: PlanInView;
  /** True where the server has it in its log with all that it was made from. */
  readonly isLogged: boolean;
}

export interface RunState {
  readonly revisions: readonly TemplateRevision[];
  /** Recorded ones, then those still to be sent. */
  readonly events: readonly WorkEvent[];
  /** What they add up to. */
  readonly work: WorkDone;
  readonly startedAt: string | null;
  readonly planned: PlanInView | null;
  readonly error: PlanError | null;
  /** What its checker said of a plan; null until one was at rest long enough to be checked. */
  readonly check: CheckedPlan | null;
  /** True while what plans cannot be started, so that the plan in view may be an old one. */
  readonly isStalled: boolean;
  /** True while a plan takes so long that the page says so. */
  readonly isSlow: boolean;
  /** What the last edits cost, against the plan before them. */
  readonly change: PlanCost | null;
  /** Why what was marked is not recorded yet, or was refused, in words. */
  readonly trouble: string | null;
}

/** An event that is yet to be given its device and time. */
export type Tapped = StandingEvent extends infer E ? (E extends StandingEvent ? Unstamped<E> : never) : never;

/** A run in view: plans again whenever anything it depends on changes, and records what is sawn. */
export interface RunSession {
  readonly document: OpenDocument<Run>;
  readonly store: StoreApi<RunState>;
  /** Begins planning; returns how to end it. */
  watch(): () => void;
  /** Plans now; planning that stalled is tried anew. */
  plan(): Promise<void>;
  addTemplate(templateId: string, revision: number): Promise<void>;
  /** Moves a line to the newest revision of its template. */
  takeRevision(templateId: string, revision: number): Promise<void>;
  /** Marks a phase of a pass of a stack by its number, null for all of it; what is marked already stays as it is. */
  markPass(stack: PlannedStack, phase: Phase | null, pass: number, spoiled: readonly SpoiledLayer[]): void;
  /** Takes that mark back; not in the moment in which it was made, for that is a tap that bounced. */
  takeBack(stack: PlannedStack, phase: Phase | null, pass: number): void;
  markRods(rod: string, count: PieceCount): void;
  /** Records what else was done or noticed; events of one tap together. */
  record(events: readonly Tapped[]): void;
  /** Keeps a photo; what names it is recorded after it. */
  keepPhoto(photo: NewPhoto): void;
  /** Takes an event back. */
  undo(eventId: string): void;
  /** Ids of the layers of a pass that are spoiled. */
  lostOf(stackKey: string, pass: number): readonly string[];
  /** Reads what other devices have done. */
  refresh(): Promise<Result<null, ApiFault>>;
  /** Says that blanks are cut: what they took of the rack comes back, or why it was refused. */
  cutBlanks(cut: CutBlanks): Promise<Result<StoredRack, ApiFault>>;
  /** Holds boards for the run: the entries of the rack that say so come back, or why it was refused. */
  reserveWood(reserve: ReserveWood): Promise<Result<readonly StockMove[], ApiFault>>;
}
