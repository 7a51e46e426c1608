/** Pieces of one part, or lengths of one rod, that came of a step of the work. */
export interface PieceCount {
  readonly good: number;
  readonly spoiled: number;
}

/** By whom, where and when something was done. */
export interface EventStamp {
  /** Made by the client; posting the same id again changes nothing. */
  readonly id: string;
  readonly clientId: string;
  /** UTC, ISO 8601. */
  readonly at: string;
  /** Who did it, and on which saw, by the names the shop had for them; null where nobody said. */
  readonly person: string | null;
  readonly saw: string | null;
}

export const SPOIL_REASONS = ['slipped', 'wandered', 'broke', 'burnt', 'blow-out', 'fit', 'other'] as const;
export type SpoilReason = (typeof SPOIL_REASONS)[number];

/** A layer that came to nothing, and why. */
export interface SpoiledLayer {
  /** null where all layers were spoiled, or it is not known which. */
  readonly layerId: string | null;
  /** null where nobody said. */
  readonly reason: SpoilReason | null;
}

/** A stack was sawn: through one phase, or, with `phase` null, all that is done to it. */
export interface PassSawn extends EventStamp {
  readonly kind: 'pass-sawn';
  /** Key of the stack, derived from its contents. */
  readonly stack: string;
  /** Ids of all its layers from the top down, so that the stack is known without its plan; null: recorded without. */
  readonly stackLayers: readonly string[] | null;
  readonly layers: number;
  readonly phase: string | null;
  /** Which of the stack's passes, from 1: marked twice, on two devices too, it is one. null: it was recorded without. */
  readonly pass: number | null;
  /** The layers that were sawn; null: all of them. */
  readonly layerIds: readonly string[] | null;
  /** Pieces that are finished with it, by part id: none where their layers are sawn on in a later phase. */
  readonly counts: Readonly<Record<string, PieceCount>>;
  /** As clocked; null where nobody did. */
  readonly minutes: number | null;
  /** As planned when it was done; null where it was marked apart from the bench. */
  readonly plannedMinutes: number | null;
  /** The blade in the saw; null where it was not said. */
  readonly bladeId: string | null;
  readonly spoiled: readonly SpoiledLayer[];
}

/** Blanks were cut from boards, and dowels and strips from bars: they are ready and need no wood any more. */
export interface BlanksCut extends EventStamp {
  readonly kind: 'blanks-cut';
  /** Layers that the blanks are enough for, by key of the gang. */
  readonly layers: Readonly<Record<string, number>>;
  /** Good lengths, by rod id. */
  readonly rods: Readonly<Record<string, number>>;
}

/** Dowels or strips were cut, apart from blanks. */
export interface RodsCut extends EventStamp {
  readonly kind: 'rods-cut';
  readonly rod: string;
  readonly count: PieceCount;
}

/** Something was marked by mistake: the earlier event stays, this one takes it back. */
export interface PassTakenBack extends EventStamp {
  readonly kind: 'pass-taken-back';
  /** Id of the event taken back. */
  readonly event: string;
}

/** A layer that came to nothing on the way, and what it would have given. */
export interface LostLayer {
  readonly layerId: string;
  /** null where nobody said. */
  readonly reason: SpoilReason | null;
  /** Pieces by part id. */
  readonly pieces: Readonly<Record<string, number>>;
  /** Key of the phase that finishes its pieces. */
  readonly finishedIn: string;
}

/** Layers of a pass were spoiled, whether the pass is marked or not yet: their pieces are spoiled, and good no more. */
export interface LayersSpoiled extends EventStamp {
  readonly kind: 'layers-spoiled';
  readonly stack: string;
  readonly stackLayers: readonly string[];
  /** Of the stack: all of them, spoiled or not. */
  readonly layers: number;
  readonly pass: number;
  /** In which phase; null where it was found afterwards. */
  readonly phase: string | null;
  readonly lost: readonly LostLayer[];
}

/** What is done at the bench beside marking passes. */
export const BENCH_STEPS = [
  'glue',
  'prepare',
  'stick',
  'drill',
  'blade',
  'tilt',
  'thread',
  'cut',
  'check',
  'split',
  'peel',
] as const;
export type BenchStepKind = (typeof BENCH_STEPS)[number];

/**
 * What an event is about: today a step at the bench. Its kinds are open, so that one of a joint, an operation or a place is recorded and
 * kept by a program that does not know it yet.
 */
export interface Subject {
  readonly kind: string;
  readonly name: string;
}

export const ofStep = (step: BenchStepKind): Subject => ({ kind: 'step', name: step });

/** The step at the bench that an event is about; null where it is about something else. */
export const stepOf = ({ subject }: { readonly subject: Subject | null }): BenchStepKind | null =>
  subject?.kind === 'step' ? (BENCH_STEPS.find((step) => step === subject.name) ?? null) : null;

/** A step at the bench was done; marking the last cuts of a phase is a pass sawn instead. */
export interface StepDone extends EventStamp {
  readonly kind: 'step-done';
  readonly subject: Subject;
  /** null where it is of no stack: a blade changed, the table tilted. */
  readonly stack: string | null;
  /** Ids of all layers of that stack from the top down, so that it is known without its plan. */
  readonly stackLayers: readonly string[] | null;
  readonly phase: string | null;
  /** The passes it was done for; none where it is of no stack. */
  readonly passes: readonly number[];
  /** Tells steps of one kind and phase apart: which bit, which blade and tilt. */
  readonly detail: string | null;
  /** Hands on, as clocked; null where nobody did. */
  readonly minutes: number | null;
  /** As planned when it was done. */
  readonly plannedMinutes: number | null;
}

/** What a hand notices at the saw, with one tap. */
export const NOTICES = [
  'blade-broke',
  'blade-dull',
  'burnt',
  'wandered',
  'fit-tight',
  'fit-loose',
  'pause',
  'go-on',
  'note',
] as const;
export type Notice = (typeof NOTICES)[number];

/** Something was noticed, or written down, at a step. */
export interface Noticed extends EventStamp {
  readonly kind: 'noticed';
  readonly what: Notice;
  readonly subject: Subject | null;
  readonly stack: string | null;
  readonly phase: string | null;
  readonly pass: number | null;
  readonly bladeId: string | null;
  /** What was written; null with a plain tap. */
  readonly words: string | null;
  /** Id of a photo kept with it; null without one. */
  readonly photoId: string | null;
}

/** Finished products were put together from good pieces. */
export interface SetsAssembled extends EventStamp {
  readonly kind: 'sets-assembled';
  readonly templateId: string;
  /** null where the template has no variants. */
  readonly variantId: string | null;
  readonly copies: number;
}

/** A piece of a part that through cuts part came off the stack, one of each of its layers. */
export interface PieceOff extends EventStamp {
  readonly kind: 'piece-off';
  readonly stack: string;
  readonly pass: number;
  readonly partId: string;
  /** Its number on the map of the part. */
  readonly piece: number;
}

export type WorkEvent =
  PassSawn | BlanksCut | RodsCut | LayersSpoiled | StepDone | Noticed | SetsAssembled | PieceOff | PassTakenBack;
/** What was done, before it is said by whom and when. */
export type Unstamped<T extends EventStamp> = Omit<T, keyof EventStamp>;
/** What may be taken back. */
export type StandingEvent = Exclude<WorkEvent, PassTakenBack>;
