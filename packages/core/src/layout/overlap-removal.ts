import type { Cells } from './cells';
import { coverField, type CoverField, type Lying, type Room } from './cover-field';
import type { Search } from './search';

/** A piece in one of its ways, the lower left corner of its cells there. */
export interface Spot {
  readonly way: number;
  readonly x: number;
  readonly y: number;
}

/** A spot and what the piece would lie on there. */
interface Tried extends Spot {
  readonly covered: number;
}

/** So often every piece that lies on another is moved before it is given up. */
const ROUNDS = 60;
/** Spots looked at for a piece: anywhere in any way, and near where it is; the best are gone on from. */
const ANYWHERE = 30;
const NEARBY = 10;
const MOST_KEPT = 3;
/** How near is near, as a share of the piece. */
const NEAR = 0.2;
const FIRST_STEP = 8;
/** Two that lie on each other weigh more from round to round, the worst the most; others less again. */
const LEAST_MORE = 0.2;
const MOST_MORE = 0.8;
const LESS = 0.95;

/**
 * Moves pieces apart within a room until none lies on another; null where that did not come about. One after the other goes to where
 * it lies least on others, and two that keep lying on each other weigh more and more, so that the search does not come to rest
 * in between (guided local search, Egeblad, Nielsen and Odgaard 2007). Pure.
 */
export function removeOverlaps(
  pieces: readonly (readonly Cells[])[],
  start: readonly Spot[],
  room: Room,
  search: Search,
): Spot[] | null {
  const field = coverField(room);
  const spots = start.flatMap((spot, i) => within(spot, pieces[i] ?? [], room) ?? []);
  if (spots.length < pieces.length) return null;
  const cellsOf = (i: number): Cells => cellsAt(pieces[i], spots[i]);
  const weights = spots.map(() => new Float64Array(spots.length).fill(1));
  for (let round = 0; round < ROUNDS; round++) {
    const over = weighAnew(
      spots.map((spot, i) => ({ ...spot, cells: cellsOf(i) })),
      weights,
    );
    if (over.length === 0) return spots;
    for (const i of shuffled(over, search.random)) {
      field.fill(
        spots.flatMap(({ x, y }, j) => (j === i ? [] : [{ cells: cellsOf(j), x, y, weight: weights[i]?.[j] ?? 1 }])),
      );
      spots[i] = bestSpot(pieces[i] ?? [], spots[i] ?? { way: 0, x: 0, y: 0 }, room, field, search);
      if (!search.spend(ANYWHERE + NEARBY)) return null;
    }
  }
  return null;
}

function cellsAt(ways: readonly Cells[] | undefined, spot: Spot | undefined): Cells {
  const cells = spot && ways?.[spot.way];
  if (!cells) throw new RangeError('a piece lies in one of its own ways');
  return cells;
}

const clamp = (value: number, most: number): number => Math.max(0, Math.min(value, most));

/** The spot moved into the room; in another way where the room has none for this one. Null where it has none for any. */
function within({ way, x, y }: Spot, ways: readonly Cells[], { width, height }: Room): Spot | null {
  const fits = (cells: Cells | undefined): boolean => !!cells && cells.width <= width && cells.height <= height;
  const fitting = fits(ways[way]) ? way : ways.findIndex(fits);
  const cells = ways[fitting];
  return cells ? { way: fitting, x: clamp(x, width - cells.width), y: clamp(y, height - cells.height) } : null;
}

/** Those that lie on another. Pairs that do weigh more from now on, pairs that do not less. */
function weighAnew(lying: readonly Lying[], weights: readonly Float64Array[]): number[] {
  const pairs = lying.flatMap((one, i) =>
    lying.slice(i + 1).map((other, k) => ({ i, j: i + 1 + k, shared: sharedCells(one, other) })),
  );
  const worst = Math.max(0, ...pairs.map(({ shared }) => shared));
  const over = new Set<number>();
  for (const { i, j, shared } of pairs) {
    const before = weights[i]?.[j] ?? 1;
    const weight = shared > 0 ? before * (1 + LEAST_MORE + (MOST_MORE * shared) / worst) : Math.max(1, before * LESS);
    for (const [a, b] of [
      [i, j],
      [j, i],
    ] as const) {
      const row = weights[a];
      if (row) row[b] = weight;
    }
    if (shared > 0) over.add(i).add(j);
  }
  return [...over];
}

function sharedCells(one: Lying, other: Lying): number {
  const [from, to] = [Math.max(one.x, other.x), Math.min(one.x + one.cells.width, other.x + other.cells.width)];
  if (one.y >= other.y + other.cells.height || other.y >= one.y + one.cells.height) return 0;
  let shared = 0;
  for (let x = from; x < to; x++)
    for (const [low, high] of one.cells.runs[x - one.x] ?? [])
      for (const [from2, to2] of other.cells.runs[x - other.x] ?? [])
        shared += Math.max(0, Math.min(high + one.y, to2 + other.y) - Math.max(low + one.y, from2 + other.y));
  return shared;
}

function shuffled(list: readonly number[], random: () => number): number[] {
  const order = [...list];
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j] ?? 0, order[i] ?? 0];
  }
  return order;
}

/** Where a piece lies least on others: of spots anywhere and nearby the best, each gone on from. */
function bestSpot(ways: readonly Cells[], now: Spot, room: Room, field: CoverField, { random }: Search): Spot {
  const here = cellsAt(ways, now);
  const kept: Tried[] = [{ ...now, covered: field.coveredAt(here, now.x, now.y, Infinity) }];
  for (let n = 0; n < ANYWHERE + NEARBY; n++) {
    const way = n < ANYWHERE ? Math.floor(random() * ways.length) : now.way;
    const cells = ways[way];
    if (!cells) continue;
    const [mostX, mostY] = [room.width - cells.width, room.height - cells.height];
    if (mostX < 0 || mostY < 0) continue;
    const [x, y] =
      n < ANYWHERE
        ? [Math.floor(random() * (mostX + 1)), Math.floor(random() * (mostY + 1))]
        : [
            clamp(Math.round(now.x + (random() * 2 - 1) * NEAR * cells.width), mostX),
            clamp(Math.round(now.y + (random() * 2 - 1) * NEAR * cells.height), mostY),
          ];
    const most = kept.length < MOST_KEPT ? Infinity : (kept[kept.length - 1]?.covered ?? 0);
    const covered = field.coveredAt(cells, x, y, most);
    if (covered < most) kept.push({ way, x, y, covered });
    kept.sort((a, b) => a.covered - b.covered).splice(MOST_KEPT);
  }
  const [first = { ...now, covered: Infinity }, ...others] = kept.map((one) => goOn(ways, one, room, field));
  const { way, x, y } = others.reduce((best, one) => (one.covered < best.covered ? one : best), first);
  return { way, x, y };
}

/** From a spot in ever smaller steps, and to the next way either way, for as long as it lies less on others. */
function goOn(ways: readonly Cells[], from: Tried, room: Room, field: CoverField): Tried {
  let best = from;
  for (let step = FIRST_STEP; step >= 1 && best.covered > 0;) {
    let better = best;
    for (const next of besides(ways, best, step)) {
      const cells = cellsAt(ways, next);
      if (next.x < 0 || next.y < 0 || next.x + cells.width > room.width || next.y + cells.height > room.height)
        continue;
      const covered = field.coveredAt(cells, next.x, next.y, better.covered);
      if (covered < better.covered) better = { ...next, covered };
    }
    if (better === best) step /= 2;
    best = better;
  }
  return best;
}

function besides(ways: readonly Cells[], { way, x, y }: Spot, step: number): Spot[] {
  const here = cellsAt(ways, { way, x, y });
  const turned = ways.length < 2 ? [] : [way + 1, way - 1 + ways.length].map((next) => next % ways.length);
  return [
    { way, x: x + step, y },
    { way, x: x - step, y },
    { way, x, y: y + step },
    { way, x, y: y - step },
    // Turned about its middle.
    ...turned.map((next): Spot => {
      const cells = cellsAt(ways, { way: next, x, y });
      return {
        way: next,
        x: x + Math.round((here.width - cells.width) / 2),
        y: y + Math.round((here.height - cells.height) / 2),
      };
    }),
  ];
}
