import type { Highs, ModelData } from 'highs';
import type { LinearModel, LinearSolver } from './linearSolver.ts';

/** Plans within so much of the best are taken for the best. */
const RELATIVE_GAP = 1e-6;
const MOST_NODES = 2_147_483_647;

function dataOf(highs: Highs, { objective, columns, limits }: LinearModel, whole: boolean): ModelData {
  const starts = new Int32Array(columns.length + 1);
  columns.forEach((c, j) => (starts[j + 1] = (starts[j] ?? 0) + c.length));
  const parts = columns.flat();
  return {
    numCols: columns.length,
    numRows: limits.length,
    sense: highs.constants.objectiveSense.maximize,
    colCost: Float64Array.from(objective),
    colLower: new Float64Array(columns.length),
    colUpper: new Float64Array(columns.length).fill(1),
    rowLower: new Float64Array(limits.length).fill(-highs.infinity),
    rowUpper: Float64Array.from(limits),
    matrix: {
      format: 'csc',
      numRows: limits.length,
      numCols: columns.length,
      starts,
      indices: Int32Array.from(parts, (p) => p.row),
      values: Float64Array.from(parts, (p) => p.uses),
    },
    ...(whole ? { integrality: new Int32Array(columns.length).fill(highs.constants.variableType.integer) } : {}),
  };
}

/** What the solver answers, or `none` where it fails: it may run out of memory, and is of no use from then on. */
function orNone<T>(answer: () => T, none: T): T {
  try {
    return answer();
  } catch {
    return none;
  }
}

/** It refuses no time at all. */
const LEAST_SECONDS = 0.01;

/** HiGHS (Huangfu & Hall 2018, Mathematical Programming Computation 10), compiled to WebAssembly, as the solver of linear models. */
export function highsSolver(highs: Highs): LinearSolver {
  const options = { output_flag: false, random_seed: 0 };
  return {
    relaxed: (model, seconds) => {
      if (model.columns.length === 0) return { taken: new Float64Array(0), prices: new Float64Array(model.limits.length) };
      const solved = (): ReturnType<LinearSolver['relaxed']> =>
        highs.withModel(dataOf(highs, model, false), (m) => {
          m.options.set({ ...options, time_limit: Math.max(LEAST_SECONDS, seconds) });
          m.run();
          if (m.getModelStatus() !== highs.constants.modelStatus.optimal) return null;
          const { colValue, rowDual } = m.getSolution();
          return { taken: Float64Array.from(colValue), prices: Float64Array.from(rowDual, (d) => Math.max(0, d)) };
        });
      return orNone(solved, null);
    },
    whole: (model, seconds, start, nodes = MOST_NODES) => {
      if (model.columns.length === 0) return { taken: new Float64Array(0), limit: 0 };
      const solved = (): ReturnType<LinearSolver['whole']> =>
        highs.withModel(dataOf(highs, model, true), (m) => {
          m.options.set({
            ...options,
            time_limit: Math.max(LEAST_SECONDS, seconds),
            mip_max_nodes: nodes,
            mip_rel_gap: RELATIVE_GAP,
            mip_abs_gap: 1e-9,
          });
          if (start !== null) m.setSolution({ colValue: start });
          m.run();
          const status = m.getModelStatus();
          const { optimal, timeLimit, solutionLimit } = highs.constants.modelStatus;
          if (status !== optimal && status !== timeLimit && status !== solutionLimit) return { taken: null, limit: Infinity };
          const limit = Number(m.info.get('mip_dual_bound'));
          const value = m.getObjectiveValue();
          const found = Number.isFinite(value) && Math.abs(value) < 1e20;
          return { taken: found ? Float64Array.from(m.getSolution().colValue) : null, limit: Number.isFinite(limit) ? limit : Infinity };
        });
      return orNone(solved, { taken: null, limit: Infinity });
    },
  };
}
