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
  const byPart = new Map<string, PieceCount[]>();
  for (const { counts } of marks)
    for (const [id, count] of Object.entries(counts)) byPart.set(id, [...(byPart.get(id) ?? []), count]);
  return [...byPart].map(([id, counts]) => [id, together(counts)]);
}

function together(counts: readonly PieceCount[]): PieceCount {
  const spoiled = counts.reduce((sum, count) => sum + count.spoiled, 0);
  const finishing = counts.filter(({ good }) => good > 0);
  if (finishing.length < 2) return { good: finishing[0]?.good ?? 0, spoiled };
  const before = counts.reduce((sum, count) => sum + (count.good > 0 ? 0 : count.spoiled), 0);
  const all = before + Math.max(...finishing.map((count) => count.good + count.spoiled));
  return { good: Math.max(0, all - spoiled), spoiled: Math.min(all, spoiled) };
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
