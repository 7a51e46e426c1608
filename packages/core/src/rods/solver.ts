/** A linear model: find non-negative numbers, whole ones where asked, of least cost within the rows. */
export interface LinearModel {
  readonly columns: readonly {
    readonly cost: number;
    /** Its factor in each row, by the place of the row. */
    readonly rows: ReadonlyMap<number, number>;
    /** No more than this; any amount where it is left out. */
    readonly most?: number;
  }[];
  readonly rows: readonly { readonly sense: '>=' | '<=' | '='; readonly amount: number }[];
  readonly whole: boolean;
}

export interface LinearAnswer {
  /** False where the search ended before the answer was proven to be the best. */
  readonly isBest: boolean;
  readonly cost: number;
  readonly columns: readonly number[];
  /** What one unit more of each row would cost; empty for whole numbers. */
  readonly prices: readonly number[];
}

/** A solver that the host has loaded. Null where it found no answer. */
export type LinearSolver = (model: LinearModel) => LinearAnswer | null;

/** What is needed of the `highs` package; its answers name columns and rows. */
interface Highs {
  solve(
    problem: string,
    options: Readonly<Record<string, number | boolean>>,
  ): {
    readonly Status: string;
    readonly ObjectiveValue: number;
    /** An answer has `Primal` in each column, and for fractions `Name` and `Dual` in each row. */
    readonly Columns: Readonly<Record<string, object>>;
    readonly Rows: readonly object[];
  };
}

/** The search of whole numbers ends after so many nodes: a count, so that the same model has the same answer. */
const MOST_NODES = 20_000;

/** Guesses at good answers take longer than the models of this program need to be solved without them. */
const WHOLE = {
  mip_rel_gap: 0,
  mip_max_nodes: MOST_NODES,
  mip_heuristic_run_feasibility_jump: false,
  mip_heuristic_run_rins: false,
  mip_heuristic_run_rens: false,
};

/** HiGHS as a solver of linear models. */
export const highsSolver =
  (highs: Highs): LinearSolver =>
  (model) => {
    const found = highs.solve(lpText(model), model.whole ? WHOLE : {});
    const columns = model.columns.map((_column, i) => figureOf(found.Columns[`x${String(i)}`], 'Primal'));
    if (found.Status === 'Infeasible' || columns.some((value) => value === undefined)) return null;
    const prices = new Map(found.Rows.map((row) => ['Name' in row ? row.Name : '', figureOf(row, 'Dual')]));
    return {
      isBest: found.Status === 'Optimal',
      cost: found.ObjectiveValue,
      columns: columns.map((value = 0) => (model.whole ? Math.round(value) : value)),
      prices: model.whole ? [] : model.rows.map((_row, i) => prices.get(`r${String(i)}`) ?? 0),
    };
  };

const figureOf = (of: object | undefined, name: 'Primal' | 'Dual'): number | undefined => {
  const figures: Partial<Record<typeof name, unknown>> = of ?? {};
  return typeof figures[name] === 'number' ? figures[name] : undefined;
};

/** The model in LP format, a term on each line: some readers take no long lines. */
function lpText({ columns, rows, whole }: LinearModel): string {
  const terms: string[][] = rows.map(() => []);
  columns.forEach((column, i) => {
    for (const [row, factor] of column.rows) terms[row]?.push(term(factor, i));
  });
  const lines = [
    'Minimize',
    'cost:',
    ...columns.map(({ cost }, i) => term(cost, i)),
    'Subject To',
    ...rows.flatMap(({ sense, amount }, i) => [`r${String(i)}:`, ...(terms[i] ?? []), `${sense} ${String(amount)}`]),
    'Bounds',
    ...columns.flatMap(({ most }, i) => (most === undefined ? [] : [`x${String(i)} <= ${String(most)}`])),
    ...(whole ? ['General', ...columns.map((_column, i) => `x${String(i)}`)] : []),
    'End',
  ];
  return lines.join('\n');
}

const term = (factor: number, column: number): string =>
  `${factor < 0 ? '-' : '+'} ${String(Math.abs(factor))} x${String(column)}`;
