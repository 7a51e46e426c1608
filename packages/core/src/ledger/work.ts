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

/** One stack was sawn. */
export interface PassSawn extends EventBase {
  readonly kind: 'pass-sawn';
  /** Key of the stack, derived from its contents. */
  readonly stack: string;
  /** Which of the stack's passes, from 1: marked twice, on two devices too, it is one. null: it was recorded without. */
  readonly pass: number | null;
  readonly layers: number;
  /** By part id. */
  readonly counts: Readonly<Record<string, PieceCount>>;
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
 * Adds up work events in the order they were recorded. An id seen before counts once, and so does a pass of a stack that
 * was marked under its number before; taking back what is unknown or already taken back changes nothing.
 */
export function addUpWork(events: readonly WorkEvent[]): WorkDone {
  const takenBack = new Set(events.flatMap((event) => (event.kind === 'pass-taken-back' ? [event.event] : [])));
  const seen = new Set<string>();
  const standing: Exclude<WorkEvent, PassTakenBack>[] = [];
  for (const event of events) {
    if (event.kind === 'pass-taken-back' || takenBack.has(event.id)) continue;
    const marks = [event.id, ...passMark(event)];
    if (marks.some((mark) => seen.has(mark))) continue;
    for (const mark of marks) seen.add(mark);
    standing.push(event);
  }
  const pieces: Record<string, PieceCount> = {};
  for (const [id, { good, spoiled }] of standing.flatMap(countsOf)) {
    const sum = pieces[id] ?? { good: 0, spoiled: 0 };
    pieces[id] = { good: sum.good + good, spoiled: sum.spoiled + spoiled };
  }
  return { standing, passes: standing.filter((event) => event.kind === 'pass-sawn'), pieces };
}

const passMark = (event: WorkEvent): string[] =>
  event.kind === 'pass-sawn' && event.pass !== null ? [`${event.stack} ${String(event.pass)}`] : [];

/**
 * The passes of a stack that stand, by number: those recorded without one take the lowest numbers that are free, in the
 * order they were recorded.
 */
export function passesByNumber({ passes }: WorkDone, stack: string): ReadonlyMap<number, PassSawn> {
  const own = passes.filter((pass) => pass.stack === stack);
  const byNumber = new Map(own.flatMap((pass) => (pass.pass === null ? [] : [[pass.pass, pass] as const])));
  let next = 1;
  for (const pass of own.filter((one) => one.pass === null)) {
    while (byNumber.has(next)) next++;
    byNumber.set(next, pass);
  }
  return byNumber;
}

function countsOf(event: Exclude<WorkEvent, PassTakenBack>): (readonly [string, PieceCount])[] {
  if (event.kind === 'pass-sawn') return Object.entries(event.counts);
  if (event.kind === 'rods-cut') return [[event.rod, event.count]];
  return Object.entries(event.rods).map(([rod, good]) => [rod, { good, spoiled: 0 }]);
}

/**
 * Layers of a gang for which blanks are cut and not yet sawn: each pass of it uses up as many as it has layers, as far as
 * they were marked as cut before.
 */
export const layersReady = ({ standing }: WorkDone, gang: string, isOfGang: (pass: PassSawn) => boolean): number =>
  standing.reduce((ready, event) => {
    // Before any blank of it is cut, no pass needs to be looked at.
    if (event.kind === 'pass-sawn' && ready === 0) return 0;
    if (event.kind === 'blanks-cut') return ready + (event.layers[gang] ?? 0);
    return event.kind === 'pass-sawn' && isOfGang(event) ? Math.max(0, ready - event.layers) : ready;
  }, 0);
