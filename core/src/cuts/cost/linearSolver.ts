/** A linear or integer programme: minimise cost · x, x at or above 0, with rows of sums. */
export interface LinearModel {
  readonly columns: readonly {
    readonly cost: number;
    /** Row index and coefficient. */
    readonly entries: readonly (readonly [row: number, coefficient: number])[];
    readonly whole: boolean;
    readonly atMost?: number;
  }[];
  readonly rows: readonly { readonly sense: '>=' | '<='; readonly bound: number }[];
}

export interface LinearAnswer {
  readonly objective: number;
  readonly values: readonly number[];
  /** Marginal cost of each row; all 0 for an integer programme. */
  readonly duals: readonly number[];
}

/** What a solver library is used as: the caller lends it, since loading one is not the core's business. */
export interface LinearSolver {
  /** Null where there is no solution, or none within the limit. */
  readonly solve: (
    model: LinearModel,
    limit: { readonly seconds: number; readonly nodes: number },
  ) => LinearAnswer | null;
}

const number = (value: number) => (Math.abs(value) < 1e-12 ? '0' : value.toPrecision(12));

function sum(terms: readonly (readonly [name: string, coefficient: number])[]): string {
  if (terms.length === 0) return '0 x0';
  return terms
    .map(
      ([name, coefficient], at) =>
        `${coefficient < 0 ? '- ' : at > 0 ? '+ ' : ''}${number(Math.abs(coefficient))} ${name}${at % 8 === 7 ? '\n' : ''}`,
    )
    .join(' ');
}

/** The model in the CPLEX LP format, columns named x0, x1 … and rows r0, r1 … */
export function lpText({ columns, rows }: LinearModel): string {
  const byRow = rows.map((): [string, number][] => []);
  columns.forEach(({ entries }, at) => {
    for (const [row, coefficient] of entries) byRow[row]?.push([`x${at}`, coefficient]);
  });
  const limited = columns.flatMap(({ atMost }, at) =>
    atMost === undefined ? [] : [` 0 <= x${at} <= ${number(atMost)}`],
  );
  const whole = columns.flatMap((column, at) => (column.whole ? [`x${at}`] : []));
  return [
    'Minimize',
    ` obj: ${sum(columns.map(({ cost }, at) => [`x${at}`, cost]))}`,
    'Subject To',
    ...rows.map(({ sense, bound }, at) => ` r${at}: ${sum(byRow[at] ?? [])} ${sense} ${number(bound)}`),
    ...(limited.length > 0 ? ['Bounds', ...limited] : []),
    ...(whole.length > 0 ? ['General', ...whole.map((name) => ` ${name}`)] : []),
    'End',
    '',
  ].join('\n');
}

/** As much of a solver that reads LP text as is used here: the shape of HiGHS compiled to WebAssembly. */
export interface LpTextSolver {
  readonly solve: (
    problem: string,
    options: Readonly<Record<string, unknown>>,
  ) => {
    readonly Status: string;
    readonly ObjectiveValue: number;
    readonly Columns: Readonly<Record<string, object>>;
    readonly Rows: readonly object[];
  };
}

const USABLE = new Set([
  'Optimal',
  'Time limit reached',
  'Iteration limit reached',
  'Solution limit reached',
]);
const numberAt = (of: object | undefined, name: string) => {
  const value: unknown = of && Reflect.get(of, name);
  return typeof value === 'number' && Number.isFinite(value) ? value : null;
};

/** Lends a solver that reads LP text to the planner. */
export function solverOfText(library: LpTextSolver): LinearSolver {
  return {
    solve: (model, { seconds, nodes }) => {
      const whole = model.columns.some((column) => column.whole);
      const answer = library.solve(lpText(model), {
        output_flag: false,
        time_limit: Math.max(0.05, seconds),
        ...(whole ? { mip_max_nodes: nodes, mip_rel_gap: 1e-6 } : {}),
      });
      if (!USABLE.has(answer.Status)) return null;
      const values = model.columns.map((_, at) => numberAt(answer.Columns[`x${at}`], 'Primal') ?? 0);
      if (
        values.every((value) => value === 0) &&
        model.rows.some(({ sense, bound }) => sense === '>=' && bound > 0)
      )
        return null;
      return {
        objective: answer.ObjectiveValue,
        values,
        duals: model.rows.map((_, at) => numberAt(answer.Rows[at], 'Dual') ?? 0),
      };
    },
  };
}
