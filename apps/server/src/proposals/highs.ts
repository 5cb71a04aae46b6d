import { nth } from '@spare-coat/core/ground/checked';
import highsModule, { type Highs } from 'highs';
import type { Solve, SolveOptions, Solved } from '@spare-coat/core/deciding/proposal/solve';
import type { LinearModel } from '@spare-coat/core/deciding/proposal/model';

// The package's types describe a module of its own kind; what it gives is the loader itself.
const loadHighs = highsModule as unknown as () => Promise<Highs>;
let loaded: Promise<Highs> | null = null;

/** HiGHS as a function. It blocks its thread: call it where the thread can be killed. */
export async function openSolver(): Promise<Solve> {
  const highs = await (loaded ??= loadHighs());
  return (model, options) => solveWith(highs, model, options);
}

function solveWith(highs: Highs, linear: LinearModel, options: SolveOptions): Solved {
  const { constants, infinity } = highs;
  // A rule on nothing that cannot be kept, or nothing at all: the solver takes neither for a program.
  if (linear.rows.some((r) => r.columns.length === 0 && (r.lower > 0 || r.upper < 0)))
    return { end: 'none', values: null, objective: -Infinity, bound: -Infinity };
  if (linear.cost.length === 0) return { end: 'proven', values: [], objective: 0, bound: 0 };
  const bound = (v: number) => (v === Infinity ? infinity : v === -Infinity ? -infinity : v);
  const starts = new Int32Array(linear.rows.length + 1);
  linear.rows.forEach((r, i) => (starts[i + 1] = nth(starts, i) + r.columns.length));
  const indices = new Int32Array(starts.at(-1)!);
  const values = new Float64Array(starts.at(-1)!);
  linear.rows.forEach((r, i) => {
    indices.set(r.columns, starts[i]);
    values.set(r.values, starts[i]);
  });
  const model = highs.createModel({
    numCols: linear.cost.length,
    numRows: linear.rows.length,
    sense: constants.objectiveSense.maximize,
    colCost: Float64Array.from(linear.cost),
    colLower: Float64Array.from(linear.lower),
    colUpper: Float64Array.from(linear.upper, bound),
    rowLower: Float64Array.from(linear.rows, (r) => bound(r.lower)),
    rowUpper: Float64Array.from(linear.rows, (r) => bound(r.upper)),
    matrix: {
      format: 'csr',
      numRows: linear.rows.length,
      numCols: linear.cost.length,
      starts,
      indices,
      values,
    },
    integrality: Int32Array.from(linear.isInteger, (is) =>
      is ? constants.variableType.integer : constants.variableType.continuous,
    ),
  });
  try {
    model.options.set({
      output_flag: false,
      time_limit: options.seconds,
      mip_rel_gap: options.gap,
      // A millionth of a thousandth of closeness.
      mip_abs_gap: 1e-6,
    });
    if (options.start) model.setSolution({ indices: options.start.indices, values: options.start.values });
    model.run(
      options.told
        ? {
            [constants.callbackType.mipLogging](event) {
              const { mip_primal_bound: best, mip_dual_bound: most } = event.data;
              if (best !== undefined && most !== undefined && Number.isFinite(best))
                options.told!(best, most);
            },
          }
        : undefined,
    );
    const status = model.getModelStatus();
    const { colValue } = model.getSolution();
    const isFeasible = model.info.get('primal_solution_status') === 2;
    if (!isFeasible) return { end: 'none', values: null, objective: -Infinity, bound: Infinity };
    const objective = model.getObjectiveValue();
    const isMip = linear.isInteger.some(Boolean);
    return {
      end: status === constants.modelStatus.optimal ? 'proven' : 'bounded',
      values: Float64Array.from(colValue!),
      objective,
      bound: isMip ? Number(model.info.get('mip_dual_bound')) : objective,
    };
  } finally {
    model.dispose();
  }
}
