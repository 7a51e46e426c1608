import type { PieceCount, WorkEvent } from '../../ledger';

/**
 * What counts of the events: each id and each pass of a stack once, what was taken back not at all. Who marked a pass while another mark
 * of it stood has marked nothing, also where that one is taken back later.
 */
export function standingOf(events: readonly WorkEvent[]): WorkEvent[] {
  const back = new Map<string, number>();
  events.forEach((event, i) => {
    if (event.kind === 'pass-taken-back' && !back.has(event.event)) back.set(event.event, i);
  });
  const seen = new Set<string>();
  const marked = new Map<string, { readonly phase: string | null; readonly until: number }[]>();
  return events.filter((event, i) => {
    if (event.kind === 'pass-taken-back' || seen.has(event.id)) return false;
    seen.add(event.id);
    const until = back.get(event.id) ?? Infinity;
    if (until < i) return false;
    if (event.kind === 'pass-sawn' && event.pass !== null) {
      const pass = `${event.stack} ${String(event.pass)}`;
      const before = (marked.get(pass) ?? []).filter((mark) => mark.until > i);
      // A mark of the whole pass is one of each of its phases.
      const isMarked = before.some(({ phase }) => phase === null || phase === event.phase);
      if (isMarked || (event.phase === null && before.length > 0)) return false;
      marked.set(pass, [...before, { phase: event.phase, until }]);
    }
    return until === Infinity;
  });
}

/** Layers that a mark says are spoiled: where it does not name one, the next that it sawed and did not name. */
export function lostWith({ spoiled, layerIds, stackLayers }: Extract<WorkEvent, { kind: 'pass-sawn' }>): string[] {
  const lost = spoiled.flatMap(({ layerId }) => (layerId === null ? [] : [layerId]));
  for (const id of layerIds ?? stackLayers ?? []) if (lost.length < spoiled.length && !lost.includes(id)) lost.push(id);
  return lost;
}

/** Good and spoiled, by the id of a part or rod. */
export type PiecesDone = ReadonlyMap<string, PieceCount>;

/** Good and spoiled by part or rod as the events that stand have it. */
export function piecesDone(standing: readonly WorkEvent[]): PiecesDone {
  const done = new Map<string, PieceCount>();
  const add = (id: string, good: number, spoiled: number): void => {
    const before = done.get(id) ?? { good: 0, spoiled: 0 };
    done.set(id, { good: before.good + good, spoiled: before.spoiled + spoiled });
  };
  for (const event of standing) {
    if (event.kind === 'rods-cut') add(event.rod, event.count.good, event.count.spoiled);
    if (event.kind === 'blanks-cut') for (const [id, good] of Object.entries(event.rods)) add(id, good, 0);
  }
  const passes = marksByPass(standing);
  for (const marks of passes.values())
    for (const id of new Set(marks.flatMap(({ counts }) => Object.keys(counts)))) {
      const { good, spoiled } = piecesOfPass(id, marks);
      add(id, good, spoiled);
    }
  for (const { pieces, wasGood } of lostApart(standing, passes))
    for (const [id, count] of Object.entries(pieces)) add(id, wasGood ? -count : 0, count);
  return done;
}

/** Pieces that two marks finish are there once; what any calls spoiled is spoiled, and each layer of it once. */
function piecesOfPass(id: string, marks: readonly Mark[]): PieceCount {
  const own = marks.flatMap((mark) => (mark.counts[id] ? [{ ...mark.counts[id], mark, lost: lostWith(mark) }] : []));
  const [last] = own.filter(({ good }) => good > 0);
  let [made, spoiled] = [0, 0];
  for (const { good, spoiled: bad } of own) if (good > 0) made = Math.max(made, good + bad);
  for (const { good, spoiled: bad, lost } of own) {
    const isOther = good === 0 && last !== undefined;
    const inBoth = isOther ? lost.filter((layer) => last.mark.layerIds?.includes(layer) ?? true).length : 0;
    const lostInBoth = isOther ? lost.filter((layer) => last.lost.includes(layer)).length : 0;
    if (good === 0) made += bad - Math.min(bad, inBoth);
    spoiled += bad - Math.min(bad, lostInBoth);
  }
  return { good: Math.max(0, made - spoiled), spoiled: Math.min(made, spoiled) };
}

type Mark = Extract<WorkEvent, { kind: 'pass-sawn' }>;

const passName = (stack: string, pass: number | string): string => JSON.stringify([stack, pass]);

function marksByPass(standing: readonly WorkEvent[]): ReadonlyMap<string, Mark[]> {
  const passes = new Map<string, Mark[]>();
  for (const event of standing) {
    if (event.kind !== 'pass-sawn') continue;
    const name = passName(event.stack, event.pass ?? event.id);
    const before = passes.get(name);
    if (before) before.push(event);
    else passes.set(name, [event]);
  }
  return passes;
}

interface LostApart {
  readonly pieces: Readonly<Record<string, number>>;
  readonly wasGood: boolean;
}

/** Layers spoiled apart from a mark, each once: what they held, and whether a mark had called that good. */
function lostApart(standing: readonly WorkEvent[], passes: ReadonlyMap<string, readonly Mark[]>): LostApart[] {
  const found = new Map<string, LostApart>();
  for (const event of standing) {
    if (event.kind !== 'layers-spoiled') continue;
    const marks = passes.get(passName(event.stack, event.pass)) ?? [];
    for (const { layerId, pieces } of event.lost) {
      const key = JSON.stringify([event.stack, event.pass, layerId]);
      if (found.has(key) || marks.some((mark) => lostWith(mark).includes(layerId))) continue;
      const wasGood = marks.some(
        ({ layerIds, counts }) =>
          (layerIds?.includes(layerId) ?? true) && Object.keys(pieces).some((id) => (counts[id]?.good ?? 0) > 0),
      );
      found.set(key, { pieces, wasGood });
    }
  }
  return [...found.values()];
}
