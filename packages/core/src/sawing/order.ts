import { distance, type Point } from '../geometry';
import { inches } from '../units';
import { enclosing, fallenOut, fromWithin, type Enclosing } from './enclosed';
import type { WorkToSaw } from './line';
import { PLENTY, supportOf, type Support } from './support';
import { shortWay, travelOf } from './travel';

/** An order of cuts. */
export interface SawingOrder {
  /** Ids of the lines in the order of sawing. */
  readonly ids: readonly string[];
  /** Between the end of each cut and the beginning of the next, mm. */
  readonly travelMm: number;
}

/** Wood thinner than this is weak: what it holds is sawn while more of it stands, mm (common practice: a quarter of an inch). */
export const WEAK = inches(1 / 4);
/** For a shorter way no more than this share of the support that could be kept is given up. */
export const GIVEN_UP = 0.1;
/** More weak lines than these are sawn by travel alone: weighing every one against all others takes their cube. */
const MOST_WEIGHED = 60;

/**
 * The order of the cuts of a phase. Groups follow each other as they are given. Within one, lines whose walls would be thin are
 * sawn first, in the order that keeps the most wood at the worst moment: found from the end, always the line that is held best when
 * all others are sawn (exact, since more cuts never hold better: Lawler 1973); of those nearly as good the one with the shortest
 * way. What lies in the piece that an inside cut frees is sawn before that cut. The others follow on a short way, never longer than the order they are given in where that keeps as much wood. `patience`
 * times as long as usual a shorter way is looked for; `support` is given where it is prepared already.
 */
export function orderOfCuts(work: WorkToSaw, patience = 1, support = supportOf(work)): SawingOrder {
  const groups = [...new Set(work.lines.map(({ group }) => group))].sort((a, b) => a - b);
  const around = enclosing(work);
  const order: number[] = [];
  for (const group of groups) {
    const own = work.lines.flatMap((line, i) => (line.group === group ? [i] : []));
    order.push(...orderOfGroup(own, order, work, { support, around, patience }));
  }
  const given = work.lines.map((_line, i) => i).sort((a, b) => groupOf(work, a) - groupOf(work, b) || a - b);
  const isShorter = wayOf(given, work) < wayOf(order, work) && fallenOut(given, around).length === 0;
  const chosen = isShorter && leastHeld(given, support) >= leastHeld(order, support) ? given : order;
  return { ids: chosen.flatMap((i) => work.lines[i]?.id ?? []), travelMm: wayOf(chosen, work) };
}

/** The thinnest wood that holds what is being sawn, at the worst moment of each cut, in the order; up to PLENTY, mm. */
export function supportAlong(ids: readonly string[], work: WorkToSaw, support = supportOf(work)): number[] {
  const number = new Map(work.lines.map(({ id }, i) => [id, i]));
  return heldAlong(
    ids.flatMap((id) => number.get(id) ?? []),
    support,
  );
}

const heldAlong = (order: readonly number[], support: Support): number[] =>
  order.map((line, n) => support.of(line, order.slice(0, n)));
const leastHeld = (order: readonly number[], support: Support): number =>
  Math.min(PLENTY, ...heldAlong(order, support));
const wayOf = (order: readonly number[], { lines }: WorkToSaw): number =>
  travelOf(order.flatMap((i) => lines[i] ?? []));
const groupOf = ({ lines }: WorkToSaw, i: number): number => lines[i]?.group ?? 0;

interface Looking {
  readonly support: Support;
  readonly around: Enclosing;
  readonly patience: number;
}

function orderOfGroup(
  own: readonly number[],
  before: readonly number[],
  work: WorkToSaw,
  { support, around, patience }: Looking,
): number[] {
  const last = work.lines[before[before.length - 1] ?? -1];
  const thin = support.thinLines(WEAK);
  if (thin === 0 || thin > MOST_WEIGHED) return shortTurns(own, last, work, { around, patience });
  const isWeak = (line: number): boolean =>
    support.of(line, [...before, ...own.filter((other) => other !== line)], WEAK) < WEAK;
  const thinOnes = new Set(own.filter(isWeak));
  // What lies in the piece of a weak line goes with it.
  const weak = own.filter((line) => thinOnes.has(line) || (around[line] ?? []).some((outer) => thinOnes.has(outer)));
  const strong = own.filter((line) => !weak.includes(line));
  const first = bestHeld(weak, before, work, { support, around });
  const end = work.lines[first[first.length - 1] ?? -1] ?? last;
  return [...first, ...shortTurns(strong, end, work, { around, patience })];
}

/** A short way through lines, those that lie in the pieces of others first. */
function shortTurns(
  own: readonly number[],
  last: WorkToSaw['lines'][number] | undefined,
  { lines }: WorkToSaw,
  { around, patience }: Pick<Looking, 'around' | 'patience'>,
): number[] {
  const order: number[] = [];
  for (const turn of fromWithin(own, around)) {
    const from = lines[order[order.length - 1] ?? -1] ?? last;
    order.push(...shortWay(turn, lines, from?.entry ?? null, patience));
  }
  return order;
}

/**
 * Weak lines from the last to the first: each the one that is held best of those that lie in the piece of none before it, of those
 * nearly as good the nearest to what follows.
 */
function bestHeld(
  weak: readonly number[],
  before: readonly number[],
  { lines }: WorkToSaw,
  { support, around }: Pick<Looking, 'support' | 'around'>,
): number[] {
  const order: number[] = [];
  let left = [...weak];
  let next: Point | null = null;
  while (left.length > 0) {
    const mayBeLast = left.filter((line) => !(around[line] ?? []).some((outer) => left.includes(outer)));
    const held = mayBeLast.map((line) => ({
      line,
      by: support.of(line, [...before, ...left.filter((other) => other !== line)], WEAK),
    }));
    const best = Math.max(...held.map(({ by }) => by));
    const good = held.filter(({ by }) => by >= best * (1 - GIVEN_UP));
    const to = next;
    const away = ({ line }: { line: number }): number => {
      const entry = lines[line]?.entry;
      return to && entry ? distance(to, entry) : 0;
    };
    const chosen = good.reduce((nearest, one) => (away(one) < away(nearest) ? one : nearest));
    order.unshift(chosen.line);
    next = lines[chosen.line]?.entry ?? null;
    left = left.filter((line) => line !== chosen.line);
  }
  return order;
}

/** A broken rule of an order, with the line that breaks it. */
export interface BrokenRule {
  readonly rule: 'left-out' | 'twice' | 'unknown' | 'group' | 'fallen-out' | 'weak';
  readonly id: string;
}

/**
 * What is wrong with an order that a maker or a plan gives: lines left out, twice or unknown, a group that does not wait for the
 * one before, a line in a piece that has fallen out before it, and walls that are thinner at their worst moment than they need be by more than a tenth.
 */
export function brokenRules(
  ids: readonly string[],
  work: WorkToSaw,
  support = supportOf(work),
  found = orderOfCuts(work, 1, support),
): BrokenRule[] {
  const faults: BrokenRule[] = [];
  const number = new Map(work.lines.map(({ id }, i) => [id, i]));
  const seen = new Set<string>();
  let group = -Infinity;
  for (const id of ids) {
    const line = work.lines[number.get(id) ?? -1];
    if (!line) faults.push({ rule: 'unknown', id });
    else if (seen.has(id)) faults.push({ rule: 'twice', id });
    else {
      if (line.group < group) faults.push({ rule: 'group', id });
      group = Math.max(group, line.group);
    }
    seen.add(id);
  }
  for (const { id } of work.lines) if (!seen.has(id)) faults.push({ rule: 'left-out', id });
  if (faults.length > 0) return faults;
  const order = ids.flatMap((id) => number.get(id) ?? []);
  const fallen = fallenOut(order, enclosing(work));
  if (fallen.length > 0) return fallen.map((line) => ({ rule: 'fallen-out', id: work.lines[line]?.id ?? '' }));
  const best = supportAlong(found.ids, work, support);
  const bound = Math.min(WEAK, ...best) * (1 - GIVEN_UP);
  return supportAlong(ids, work, support).flatMap((by, n) =>
    by < bound ? [{ rule: 'weak' as const, id: ids[n] ?? '' }] : [],
  );
}
