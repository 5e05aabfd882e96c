/** A linear model: as much objective as can be, every row at most its limit, every column between 0 and 1. */
export interface LinearModel {
  readonly objective: readonly number[];
  /** By column, the rows that it uses and how much of each. */
  readonly columns: readonly (readonly { readonly row: number; readonly uses: number }[])[];
  readonly limits: readonly number[];
}

/** A solver of such models. It blocks until it is done, and belongs on a thread. */
export interface LinearSolver {
  /** Columns may be parts: what each takes at the optimum, and the price of each row. Null where it finds none in time. */
  readonly relaxed: (model: LinearModel, seconds: number) => { readonly taken: Float64Array; readonly prices: Float64Array } | null;
  /**
   * Columns are taken whole or not at all. `start` is taken as known; `limit` is proved, infinite where nothing is. It ends after so many `nodes`
   * of its search, too: what is counted is the same each time.
   */
  readonly whole: (
    model: LinearModel,
    seconds: number,
    start: readonly number[] | null,
    nodes?: number,
  ) => { readonly taken: Float64Array | null; readonly limit: number };
}
