/** Pieces of one part, or lengths of one rod, that came of a step of the work. */
export interface PieceCount {
  readonly good: number;
  readonly spoiled: number;
}

interface EventBase {
  /** Made by the client; posting the same id again changes nothing. */
  readonly id: string;
  readonly clientId: string;
  /** UTC, ISO 8601. */
  readonly at: string;
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
export interface PassSawn extends EventBase {
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
  /** The blade in the saw; null where it was not said. */
  readonly bladeId: string | null;
  readonly spoiled: readonly SpoiledLayer[];
}

/** Blanks were cut from boards, and dowels and strips from bars: they are ready and need no wood any more. */
export interface BlanksCut extends EventBase {
  readonly kind: 'blanks-cut';
  /** Layers that the blanks are enough for, by key of the gang. */
  readonly layers: Readonly<Record<string, number>>;
  /** Good lengths, by rod id. */
  readonly rods: Readonly<Record<string, number>>;
}

/** Dowels or strips were cut, apart from blanks. */
export interface RodsCut extends EventBase {
  readonly kind: 'rods-cut';
  readonly rod: string;
  readonly count: PieceCount;
}

/** Something was marked by mistake: the earlier event stays, this one takes it back. */
export interface PassTakenBack extends EventBase {
  readonly kind: 'pass-taken-back';
  /** Id of the event taken back. */
  readonly event: string;
}

export type WorkEvent = PassSawn | BlanksCut | RodsCut | PassTakenBack;

/** What the events add up to. */
export interface WorkDone {
  /** The events that stand, oldest first. */
  readonly standing: readonly Exclude<WorkEvent, PassTakenBack>[];
  /** The passes among them. */
  readonly passes: readonly PassSawn[];
  /** Pieces by part id, lengths by rod id. */
  readonly pieces: Readonly<Record<string, PieceCount>>;
}

/**
 * Adds up work events in the order they were recorded. An id seen before counts once, and so does a phase of a pass that
 * was marked before, alone or with the whole pass; taking back what is unknown or already taken back changes nothing.
 */
export function addUpWork(events: readonly WorkEvent[]): WorkDone {
  const takenBack = new Set(events.flatMap((event) => (event.kind === 'pass-taken-back' ? [event.event] : [])));
  const seen = new Set<string>();
  const marked = new Map<string, Set<string | null>>();
  const standing: Exclude<WorkEvent, PassTakenBack>[] = [];
  for (const event of events) {
    if (event.kind === 'pass-taken-back' || takenBack.has(event.id) || seen.has(event.id)) continue;
    if (event.kind === 'pass-sawn' && !isNewMark(event, marked)) continue;
    seen.add(event.id);
    standing.push(event);
  }
  const pieces: Record<string, PieceCount> = {};
  for (const [id, { good, spoiled }] of standing.flatMap(countsOf)) {
    const sum = pieces[id] ?? { good: 0, spoiled: 0 };
    pieces[id] = { good: sum.good + good, spoiled: sum.spoiled + spoiled };
  }
  return { standing, passes: standing.filter((event) => event.kind === 'pass-sawn'), pieces };
}

/** True where no earlier mark holds that phase of that pass: a whole pass holds all of them. */
function isNewMark({ stack, pass, phase }: PassSawn, marked: Map<string, Set<string | null>>): boolean {
  if (pass === null) return true;
  const key = `${stack} ${String(pass)}`;
  const phases = marked.get(key) ?? new Set();
  if (phases.has(null) || phases.has(phase) || (phase === null && phases.size > 0)) return false;
  marked.set(key, phases.add(phase));
  return true;
}

/**
 * What was marked of the passes of a stack, by their number: those recorded without one take the lowest numbers that are
 * free, in the order they were recorded.
 */
export function passesByNumber({ passes }: WorkDone, stack: string): ReadonlyMap<number, readonly PassSawn[]> {
  const own = passes.filter((pass) => pass.stack === stack);
  const byNumber = new Map<number, PassSawn[]>();
  for (const pass of own) if (pass.pass !== null) byNumber.set(pass.pass, [...(byNumber.get(pass.pass) ?? []), pass]);
  let next = 1;
  for (const pass of own.filter((one) => one.pass === null)) {
    while (byNumber.has(next)) next++;
    byNumber.set(next, [pass]);
  }
  return byNumber;
}

/** Ids of the layers that marks name as spoiled. */
export const lostIn = (marks: readonly PassSawn[]): string[] =>
  marks.flatMap(({ spoiled }) => spoiled.flatMap(({ layerId }) => layerId ?? []));

function countsOf(event: Exclude<WorkEvent, PassTakenBack>): (readonly [string, PieceCount])[] {
  if (event.kind === 'pass-sawn') return Object.entries(event.counts);
  if (event.kind === 'rods-cut') return [[event.rod, event.count]];
  return Object.entries(event.rods).map(([rod, good]) => [rod, { good, spoiled: 0 }]);
}

/**
 * Layers of a gang for which blanks are cut and not yet sawn: the first mark of each pass uses up as many as `layersIn` says
 * the stack has of it, as far as they were marked as cut before.
 */
export function layersReady({ standing }: WorkDone, gang: string, layersIn: (pass: PassSawn) => number): number {
  const begun = new Set<string>();
  return standing.reduce((ready, event) => {
    if (event.kind === 'blanks-cut') return ready + (event.layers[gang] ?? 0);
    if (event.kind !== 'pass-sawn') return ready;
    const pass = `${event.stack} ${String(event.pass ?? event.id)}`;
    if (begun.has(pass)) return ready;
    begun.add(pass);
    // Before any blank of it is cut, no pass needs to be looked at.
    return ready === 0 ? 0 : Math.max(0, ready - layersIn(event));
  }, 0);
}
