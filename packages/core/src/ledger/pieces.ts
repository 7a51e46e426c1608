import type { LayersSpoiled, PassSawn, PieceCount, StandingEvent } from './events';

/**
 * Ids of the layers that a mark says are spoiled: those it names, and for each that nobody named the first of the others, as its
 * pieces were counted.
 */
export function spoiledBy({
  spoiled,
  layerIds,
  stackLayers,
}: Pick<PassSawn, 'spoiled' | 'layerIds' | 'stackLayers'>): string[] {
  const named = spoiled.flatMap(({ layerId }) => layerId ?? []);
  const others = (layerIds ?? stackLayers ?? []).filter((id) => !named.includes(id));
  return [...named, ...others.slice(0, spoiled.length - named.length)];
}

type Counted = readonly [id: string, PieceCount];

/** Good and spoiled pieces by part id, and lengths by rod id, of events that stand; in whatever order they came. */
export function piecesOf(
  standing: readonly StandingEvent[],
  passes: readonly PassSawn[],
  spoils: readonly LayersSpoiled[],
): Record<string, PieceCount> {
  const marks = new Map<string, PassSawn[]>();
  for (const mark of passes) {
    const pass = passName(mark);
    const before = marks.get(pass);
    if (before) before.push(mark);
    else marks.set(pass, [mark]);
  }
  const pieces: Record<string, PieceCount> = {};
  for (const [id, { good, spoiled }] of [
    ...standing.flatMap(countsOfRods),
    ...[...marks.values()].flatMap(countsOfPass),
    ...countsOfSpoils(spoils, marks),
  ]) {
    const sum = pieces[id] ?? { good: 0, spoiled: 0 };
    pieces[id] = { good: sum.good + good, spoiled: sum.spoiled + spoiled };
  }
  return pieces;
}

/** A pass without a number is one of its own. */
const passName = ({ stack, pass, id }: Pick<PassSawn, 'stack' | 'pass' | 'id'>): string =>
  `${stack} ${String(pass ?? id)}`;

function countsOfRods(event: StandingEvent): Counted[] {
  if (event.kind === 'rods-cut') return [[event.rod, event.count]];
  if (event.kind !== 'blanks-cut') return [];
  return Object.entries(event.rods).map(([rod, good]) => [rod, { good, spoiled: 0 }]);
}

/**
 * What the marks of one pass come to. Two devices whose plans differ in the order of phases may each take another phase for the last
 * of a part: its pieces are there once all the same, and what either calls spoiled is.
 */
function countsOfPass(marks: readonly PassSawn[]): Counted[] {
  const ids = new Set(marks.flatMap(({ counts }) => Object.keys(counts)));
  return [...ids].map((id) => [id, together(id, marks)]);
}

function together(id: string, marks: readonly PassSawn[]): PieceCount {
  const countOf = ({ counts }: PassSawn): PieceCount => counts[id] ?? { good: 0, spoiled: 0 };
  const spoiled = marks.reduce((sum, mark) => sum + countOf(mark).spoiled, 0);
  const finishing = marks.filter((mark) => countOf(mark).good > 0);
  const [first] = finishing;
  if (!first) return { good: 0, spoiled };
  let [before, twice] = [0, 0];
  for (const mark of marks.filter((one) => !finishing.includes(one))) {
    const [own, bad] = [countOf(mark).spoiled, spoiledBy(mark)];
    const among = (ids: readonly string[]): number => Math.min(own, bad.filter((layer) => ids.includes(layer)).length);
    // A layer that the finishing mark has as well is no other one.
    before += own - among(first.layerIds ?? bad);
    twice += among(spoiledBy(first));
  }
  const all = before + Math.max(...finishing.map((mark) => countOf(mark).good + countOf(mark).spoiled));
  const lost = Math.min(all, spoiled - twice);
  return { good: all - lost, spoiled: lost };
}

/**
 * What layers spoiled apart from a mark change, whichever came first: each is spoiled once, and where a mark counted its pieces as good
 * they are so no more.
 */
function countsOfSpoils(spoils: readonly LayersSpoiled[], marks: ReadonlyMap<string, readonly PassSawn[]>): Counted[] {
  const seen = new Set<string>();
  return spoils.flatMap((event) => {
    const own = marks.get(passName(event)) ?? [];
    return event.lost.flatMap(({ layerId, pieces }) => {
      const key = `${passName(event)} ${layerId}`;
      if (seen.has(key) || own.some((mark) => spoiledBy(mark).includes(layerId))) return [];
      seen.add(key);
      const sawn = own.filter(({ layerIds }) => layerIds?.includes(layerId) ?? true);
      return Object.entries(pieces).map(([id, count]): Counted => {
        const wasGood = sawn.some(({ counts }) => (counts[id]?.good ?? 0) > 0);
        return [id, { good: wasGood ? -count : 0, spoiled: count }];
      });
    });
  });
}
