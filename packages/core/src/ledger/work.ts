/** Pieces of one part that came out of a pass. */
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
  readonly layers: number;
  /** By part id. */
  readonly counts: Readonly<Record<string, PieceCount>>;
}

/** A pass was marked by mistake: the earlier event stays, this one takes it back. */
export interface PassTakenBack extends EventBase {
  readonly kind: 'pass-taken-back';
  /** Id of the event taken back. */
  readonly event: string;
}

export type WorkEvent = PassSawn | PassTakenBack;

/** What the events add up to. */
export interface WorkDone {
  /** The passes that stand, oldest first. */
  readonly passes: readonly PassSawn[];
  /** Pieces by part id. */
  readonly pieces: Readonly<Record<string, PieceCount>>;
}

/**
 * Adds up work events in the order they were recorded. An id seen before counts once; taking back an unknown or
 * already taken-back pass changes nothing.
 */
export function addUpWork(events: readonly WorkEvent[]): WorkDone {
  const takenBack = new Set(events.flatMap((event) => (event.kind === 'pass-taken-back' ? [event.event] : [])));
  const seen = new Set<string>();
  const passes: PassSawn[] = [];
  const pieces: Record<string, PieceCount> = {};
  for (const event of events) {
    if (event.kind !== 'pass-sawn' || takenBack.has(event.id) || seen.has(event.id)) continue;
    seen.add(event.id);
    passes.push(event);
    for (const [part, { good, spoiled }] of Object.entries(event.counts)) {
      const sum = pieces[part] ?? { good: 0, spoiled: 0 };
      pieces[part] = { good: sum.good + good, spoiled: sum.spoiled + spoiled };
    }
  }
  return { passes, pieces };
}
