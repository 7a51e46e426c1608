import type { LinearAnswer, LinearModel, LinearSolver } from './solver';
import { type Fillable, type Filling, waysToFill } from './ways-to-fill';

/** Bars of one length that may be cut. Lengths in whole nanometres. */
export interface Bars {
  readonly length: number;
  readonly count: number;
  /** Of one, in any unit. */
  readonly cost: number;
}

/** Pieces of one length. */
export interface Lengths {
  readonly length: number;
  readonly count: number;
}

/** One bar and what is cut from it: how many of each length. */
export interface CutBar {
  readonly bar: number;
  readonly pieces: Filling;
}

export interface BarsLayout {
  readonly cuts: readonly CutBar[];
  /** How many of each length no bar has room for. */
  readonly missing: readonly number[];
  /** Of the bars cut, and the least that any way of cutting them could cost (missing ones counted alike in both). */
  readonly cost: number;
  readonly bound: number;
  /** True where nothing cheaper can be found: the cost is the bound. */
  readonly proven: boolean;
}

interface Column {
  readonly bar: number;
  readonly pieces: Filling;
}

interface Task {
  readonly wanted: readonly Lengths[];
  readonly bars: readonly Bars[];
  readonly kerf: number;
  readonly solver: LinearSolver;
  /** What a missing piece costs: more than any bar. */
  readonly penalty: number;
}

/** No two costs that differ are nearer than this: a linear solver answers 54.9999999 for 55. */
const NEAR = 1e-6;
/** More ways to fill a bar than these are not handed to the solver at once. */
const MOST_COLUMNS = 20_000;

/**
 * Cuts lengths from bars at the least cost, as few missing as can be. Ways to fill a bar are made as the prices of the
 * lengths ask for them (column generation, Gilmore and Gomory 1961); whole bars of those are chosen by the solver. Where
 * that leaves a gap to the bound, every way that could still close it is added (no other can be part of a better answer),
 * which proves the answer. The same input gives the same answer. Throws where the solver gives none: one always exists, as
 * every piece may be missing.
 */
export function cutBars(
  wanted: readonly Lengths[],
  bars: readonly Bars[],
  kerf: number,
  solver: LinearSolver,
): BarsLayout {
  const penalty = 10 * bars.reduce((most, { cost }) => Math.max(most, cost), 1);
  const task: Task = { wanted, bars, kerf, solver, penalty };
  const columns = firstColumns(task);
  const relaxed = priced(task, columns);
  const bound = wholeBound(relaxed.cost, task);
  let best: Chosen | null = null;
  // From the quickest to the surest: the last lets every column choose that a cut at the bound could need.
  for (const attempt of [
    () => roundedDown(task, columns, relaxed, 0),
    () => roundedDown(task, columns, relaxed, 1),
    () => inWhole(task, columnsWithin(task, relaxed, bound - relaxed.cost) ?? columns),
  ]) {
    const found = attempt();
    if (!best || found.cost < best.cost) best = found;
    if (best.cost <= bound + NEAR) return layoutOf(task, best, bound, true);
  }
  if (!best) throw new Error('three attempts were made and none kept');
  const all = columnsWithin(task, relaxed, best.cost - relaxed.cost);
  const last = all && inWhole(task, all);
  return last?.isBest ? layoutOf(task, last, last.cost, true) : layoutOf(task, best, bound, false);
}

/** Whole bars, so many of each column; missing pieces are in the cost. */
interface Chosen {
  readonly columns: readonly Column[];
  readonly amounts: readonly number[];
  readonly cost: number;
  readonly isBest: boolean;
}

function inWhole(task: Task, columns: readonly Column[]): Chosen {
  const { columns: amounts, cost, isBest } = solved(task, columns, true);
  return { columns, amounts: amounts.slice(0, columns.length), cost, isBest };
}

/** The whole bars of an answer in fractions, less `fewer` of each, and the few pieces then left cut anew, which is a small task. */
function roundedDown(task: Task, columns: readonly Column[], relaxed: LinearAnswer, fewer: number): Chosen {
  const whole = columns.map((_column, c) => Math.max(0, Math.floor((relaxed.columns[c] ?? 0) + NEAR) - fewer));
  const cutOf = (i: number): number =>
    columns.reduce((sum, { pieces }, c) => sum + (pieces[i] ?? 0) * (whole[c] ?? 0), 0);
  const takenOf = (bar: number): number =>
    columns.reduce((sum, column, c) => sum + (column.bar === bar ? (whole[c] ?? 0) : 0), 0);
  const left: Task = {
    ...task,
    wanted: task.wanted.map(({ length, count }, i) => ({ length, count: Math.max(0, count - cutOf(i)) })),
    bars: task.bars.map((bars, bar) => ({ ...bars, count: bars.count - takenOf(bar) })),
  };
  const own = firstColumns(left);
  priced(left, own);
  const rest = inWhole(left, own);
  const cost = task.bars.reduce((sum, bars, bar) => sum + bars.cost * takenOf(bar), rest.cost);
  return { columns: [...columns, ...rest.columns], amounts: [...whole, ...rest.amounts], cost, isBest: false };
}

/** Of each bar as many of one length as go on it. */
function firstColumns(task: Task): Column[] {
  return task.bars.flatMap((_bars, bar) =>
    task.wanted.flatMap(({ length, count }, i) => {
      const most = Math.min(count, Math.floor(roomOf(task, bar) / (length + task.kerf)));
      return most > 0 ? [{ bar, pieces: task.wanted.map((_one, j) => (j === i ? most : 0)) }] : [];
    }),
  );
}

/** The last piece needs no kerf behind it. */
const roomOf = ({ bars, kerf }: Task, bar: number): number => (bars[bar]?.length ?? 0) + kerf;

/** Adds columns as long as one of less than no cost is found; the answer in fractions is then the bound. */
function priced(task: Task, columns: Column[]): LinearAnswer {
  for (;;) {
    const answer = solved(task, columns, false);
    const before = columns.length;
    task.bars.forEach((bars, bar) => {
      const least = bars.cost - priceOfBar(answer, task, bar) + NEAR;
      const best = waysToFill(fillables(task, answer), roomOf(task, bar), least, { onlyBetter: true, limit: Infinity });
      const pieces = best?.at(-1);
      if (pieces) columns.push({ bar, pieces });
    });
    if (columns.length === before) return answer;
  }
}

const priceOfBar = ({ prices }: LinearAnswer, { wanted }: Task, bar: number): number =>
  prices[wanted.length + bar] ?? 0;

const fillables = ({ wanted, kerf }: Task, { prices }: LinearAnswer): Fillable[] =>
  wanted.map(({ length, count }, i) => ({ length: length + kerf, value: prices[i] ?? 0, most: count }));

/** Every column that could be part of an answer less than `gap` above the bound; null where they are too many. */
function columnsWithin(task: Task, relaxed: LinearAnswer, gap: number): Column[] | null {
  const all: Column[] = [];
  for (const [bar, bars] of task.bars.entries()) {
    const least = bars.cost - priceOfBar(relaxed, task, bar) - gap - NEAR;
    const limit = MOST_COLUMNS - all.length;
    const found = waysToFill(fillables(task, relaxed), roomOf(task, bar), least, { onlyBetter: false, limit });
    if (!found) return null;
    all.push(...found.map((pieces) => ({ bar, pieces })));
  }
  return all;
}

/** Rows: so many of each length, then no more bars than there are. Columns: ways to fill a bar, then missing pieces. */
function solved({ wanted, bars, penalty, solver }: Task, columns: readonly Column[], whole: boolean): LinearAnswer {
  const model: LinearModel = {
    whole,
    columns: [
      ...columns.map(({ bar, pieces }) => ({
        cost: bars[bar]?.cost ?? 0,
        rows: new Map([...pieces.entries(), [wanted.length + bar, 1] as const].filter(([, factor]) => factor > 0)),
      })),
      ...wanted.map((_one, i) => ({ cost: penalty, rows: new Map([[i, 1]]) })),
    ],
    rows: [
      ...wanted.map(({ count }) => ({ sense: '>=' as const, amount: count })),
      ...bars.map(({ count }) => ({ sense: '<=' as const, amount: count })),
    ],
  };
  const answer = solver(model);
  if (!answer) throw new Error('the solver found no way to cut bars, though all pieces may be missing');
  return answer;
}

/** Where all bars cost the same, whole bars cost a multiple of that. */
function wholeBound(cost: number, { bars, penalty }: Task): number {
  const each = bars[0]?.cost ?? 1;
  const isEven = bars.every((one) => one.cost === each) && Number.isInteger(penalty / each);
  return isEven ? Math.ceil(cost / each - NEAR) * each : cost;
}

function layoutOf(
  { wanted, bars, penalty }: Task,
  { columns, amounts }: Chosen,
  bound: number,
  proven: boolean,
): BarsLayout {
  const left = wanted.map(({ count }) => count);
  const cuts: CutBar[] = [];
  columns.forEach(({ bar, pieces }, c) => {
    for (let n = 0; n < (amounts[c] ?? 0); n++) {
      // What the solver made too many of is not cut.
      const own = pieces.map((count, i) => Math.min(count, left[i] ?? 0));
      own.forEach((count, i) => (left[i] = (left[i] ?? 0) - count));
      if (own.some((count) => count > 0)) cuts.push({ bar, pieces: own });
    }
  });
  const short = left.reduce((sum, count) => sum + count, 0);
  const cost = cuts.reduce((sum, { bar }) => sum + (bars[bar]?.cost ?? 0), 0);
  return { cuts, missing: left, cost, bound: bound - penalty * short, proven };
}
