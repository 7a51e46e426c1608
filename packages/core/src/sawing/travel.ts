import { distance, type Point } from '../geometry';
import type { SawLine } from './line';

/** Between the end of each cut and where the next begins, mm: a closed line ends where it began. */
export function travelOf(lines: readonly SawLine[]): number {
  return lines.slice(1).reduce((sum, line, i) => {
    const before = lines[i];
    return before ? sum + distance(endOf(before), line.entry) : sum;
  }, 0);
}

const endOf = ({ closed, points, entry }: SawLine): Point => (closed ? entry : (points[points.length - 1] ?? entry));

/** Up to so many lines the shortest way is found by trying all (dynamic programming over sets: Held and Karp 1962). */
const MOST_EXACT = 9;
/** How often the best way is shaken to find a better one, times the number of lines: each shake looks at all of them once. */
const LOOKS = 15_000;
/** Neighbours of a line that are tried next to it. */
const NEIGHBOURS = 6;
/** What is shorter by less is as long, mm: rounding would turn a stretch to and fro for ever. */
const LEAST_GAIN = 1e-9;
/** Stretches are moved no further than this many places at once when a way is shaken. */
const SHAKEN_SPAN = 50;

/**
 * A short way through lines from a place, or from wherever it is shortest. Of few lines the shortest; of more from the nearest to
 * the nearest, then stretches are turned round and moved while that helps (2-opt and or-opt over near neighbours), then it is shaken
 * and mended again, and the best is kept. The same lines give the same way.
 */
export function shortWay(
  own: readonly number[],
  lines: readonly SawLine[],
  from: Point | null,
  patience: number,
): number[] {
  if (own.length < 2) return [...own];
  const entries = own.map((i) => lines[i]?.entry ?? FROM_NOWHERE);
  const stops: Stops = {
    count: entries.length,
    away: (a, b) => distance(entries[a] ?? FROM_NOWHERE, entries[b] ?? FROM_NOWHERE),
    // Where there is no place to come from, every line is as good to begin with.
    fromStart: (a) => (from === null ? 0 : distance(from, entries[a] ?? from)),
  };
  const order = entries.length <= MOST_EXACT ? shortest(stops) : searched(stops, entries, patience);
  return order.flatMap((i) => own[i] ?? []);
}

const FROM_NOWHERE: Point = { x: 0, y: 0 };

interface Stops {
  readonly count: number;
  readonly away: (a: number, b: number) => number;
  readonly fromStart: (a: number) => number;
}

function shortest({ count, away, fromStart }: Stops): number[] {
  const sets = 1 << count;
  const least = new Float64Array(sets * count).fill(Infinity);
  const before = new Int8Array(sets * count).fill(-1);
  for (let stop = 0; stop < count; stop++) least[(1 << stop) * count + stop] = fromStart(stop);
  for (let set = 1; set < sets; set++)
    for (let last = 0; last < count; last++) {
      const now = least[set * count + last] ?? Infinity;
      if (now === Infinity) continue;
      for (let next = 0; next < count; next++) {
        if ((set >> next) & 1) continue;
        const at = (set | (1 << next)) * count + next;
        if (now + away(last, next) >= (least[at] ?? Infinity)) continue;
        least[at] = now + away(last, next);
        before[at] = last;
      }
    }
  const order: number[] = [];
  let set = sets - 1;
  let last = 0;
  for (let stop = 1; stop < count; stop++)
    if ((least[set * count + stop] ?? 0) < (least[set * count + last] ?? 0)) last = stop;
  while (last >= 0) {
    order.unshift(last);
    const previous: number = before[set * count + last] ?? -1;
    set &= ~(1 << last);
    last = previous;
  }
  return order;
}

function searched(stops: Stops, entries: readonly Point[], patience: number): number[] {
  const near = entries.map((_entry, i) => nearestOf(i, entries));
  let best = new Way(nearestNext(stops), stops);
  best.mend(near, [...best.order]);
  const random = pseudoRandom(stops.count);
  for (let n = 0; n < (patience * LOOKS) / stops.count; n++) {
    const tried = new Way(best.order, stops);
    tried.mend(near, tried.shake(random));
    if (tried.length < best.length - LEAST_GAIN) best = tried;
  }
  return best.order;
}

/** The stops nearest to one, the nearest first. */
function nearestOf(stop: number, entries: readonly Point[]): number[] {
  const from = entries[stop] ?? FROM_NOWHERE;
  const found: { readonly other: number; readonly by: number }[] = [];
  entries.forEach((entry, other) => {
    const by = distance(from, entry);
    if (other === stop || (found.length === NEIGHBOURS && by >= (found[NEIGHBOURS - 1]?.by ?? 0))) return;
    const place = found.findIndex((one) => by < one.by);
    found.splice(place < 0 ? found.length : place, 0, { other, by });
    found.length = Math.min(found.length, NEIGHBOURS);
  });
  return found.map(({ other }) => other);
}

function nearestNext({ count, away, fromStart }: Stops): number[] {
  const left = new Set(Array.from({ length: count }, (_none, i) => i));
  const order: number[] = [];
  while (left.size > 0) {
    const at = order[order.length - 1];
    const cost = (stop: number): number => (at === undefined ? fromStart(stop) : away(at, stop));
    let next = -1;
    for (const stop of left) if (next < 0 || cost(stop) < cost(next)) next = stop;
    order.push(next);
    left.delete(next);
  }
  return order;
}

/** A way that is being made shorter: the stops in order, and the place of each. */
class Way {
  readonly order: number[];
  length: number;
  private readonly place: number[] = [];
  private readonly stops: Stops;

  constructor(order: readonly number[], stops: Stops) {
    this.order = [...order];
    this.stops = stops;
    this.numbered(0, order.length - 1);
    this.length = order.reduce((sum, _stop, i) => sum + this.leg(i - 1, i), 0);
  }

  /** Tries the stops given, and those at the ends of whatever is changed, until none helps any more. */
  mend(near: readonly (readonly number[])[], first: readonly number[]): void {
    const waiting = [...first];
    const isWaiting = new Set(waiting);
    for (let stop = waiting.pop(); stop !== undefined; stop = waiting.pop()) {
      isWaiting.delete(stop);
      for (const other of near[stop] ?? []) {
        const changed = this.turnRound(stop, other) ?? this.moveNext(stop, other);
        if (!changed) continue;
        for (const one of [...changed, stop])
          if (!isWaiting.has(one)) {
            waiting.push(one);
            isWaiting.add(one);
          }
        break;
      }
    }
  }

  /** Puts three stretches in another order, which turning round and moving cannot undo at once; the stops at their ends. */
  shake(random: () => number): number[] {
    const { order } = this;
    const span = Math.min(order.length, SHAKEN_SPAN);
    const start = Math.floor(random() * (order.length - span + 1));
    const [a = 0, b = 0, c = 0] = [0, 0, 0].map(() => start + Math.floor(random() * span)).sort((x, y) => x - y);
    return this.replaced(a, c, [...order.slice(b, c), ...order.slice(a, b)], [a, b, c]);
  }

  /** From the stop at a place to that at the next; before the first stands the start, after the last nothing. */
  private leg(from: number, to: number): number {
    const [a, b] = [this.order[from], this.order[to]];
    if (b === undefined) return 0;
    return a === undefined ? this.stops.fromStart(b) : this.stops.away(a, b);
  }

  private between(a: number | undefined, b: number | undefined): number {
    if (b === undefined) return 0;
    return a === undefined ? this.stops.fromStart(b) : this.stops.away(a, b);
  }

  /** Makes two stops neighbours by turning round what lies between them; null where that is no shorter. */
  private turnRound(stop: number, other: number): number[] | null {
    const { order } = this;
    const [i, k] = [this.place[stop] ?? 0, this.place[other] ?? 0];
    // The stretch that ends at the one and begins after the other, or begins at the one and ends before the other.
    for (const [from, to] of i < k
      ? ([
          [i + 1, k],
          [i, k - 1],
        ] as const)
      : ([
          [k + 1, i],
          [k, i - 1],
        ] as const)) {
      if (to <= from) continue;
      const before = this.leg(from - 1, from) + this.leg(to, to + 1);
      const after = this.between(order[from - 1], order[to]) + this.between(order[from], order[to + 1]);
      if (after >= before - LEAST_GAIN) continue;
      return this.replaced(from, to + 1, order.slice(from, to + 1).reverse(), [from, to + 1]);
    }
    return null;
  }

  /** Moves a stop, or up to three from it on, next to another; null where that is no shorter. */
  private moveNext(stop: number, other: number): number[] | null {
    const { order } = this;
    const [i, k] = [this.place[stop] ?? 0, this.place[other] ?? 0];
    for (let count = 1; count <= 3 && i + count <= order.length; count++) {
      const end = i + count;
      if (k >= i && k < end) return null;
      const gone = this.leg(i - 1, i) + this.leg(end - 1, end) - this.between(order[i - 1], order[end]);
      for (const gap of [k, k + 1]) {
        if (gap === i || gap === end) continue;
        for (const isTurned of [false, true]) {
          const [head, tail] = isTurned ? [order[end - 1], order[i]] : [order[i], order[end - 1]];
          const come = this.between(order[gap - 1], head) + this.between(tail, order[gap]) - this.leg(gap - 1, gap);
          if (come >= gone - LEAST_GAIN) continue;
          const piece = order.slice(i, end);
          if (isTurned) piece.reverse();
          return gap < i
            ? this.replaced(gap, end, [...piece, ...order.slice(gap, i)], [gap, gap + count, end])
            : this.replaced(i, gap, [...order.slice(end, gap), ...piece], [i, gap - count, gap]);
        }
      }
    }
    return null;
  }

  /** Writes a stretch anew; the stops on both sides of the places where something changed. */
  private replaced(from: number, to: number, stretch: readonly number[], ends: readonly number[]): number[] {
    const legs = (): number => {
      let sum = 0;
      for (let i = from; i <= to; i++) sum += this.leg(i - 1, i);
      return sum;
    };
    const before = legs();
    this.order.splice(from, to - from, ...stretch);
    this.numbered(from, to - 1);
    this.length += legs() - before;
    return ends.flatMap((end) => [this.order[end - 1], this.order[end]].flatMap((stop) => stop ?? []));
  }

  private numbered(from: number, to: number): void {
    for (let i = from; i <= to; i++) this.place[this.order[i] ?? -1] = i;
  }
}

/** Numbers from 0 to below 1, the same for the same seed (Park and Miller 1988). */
function pseudoRandom(seed: number): () => number {
  let state = (seed % 2147483646) + 1;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}
