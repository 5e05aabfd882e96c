import type * as yup from 'yup';
import { type FieldError, InputError } from '../errors.ts';
import type { LinearSolver } from '../numeric/linearSolver.ts';
import { number, whole } from './fields.ts';
import { parse } from './parse.ts';

/** Sizes that a calculator takes; beyond them it says so instead of taking minutes. */
export const CALC_LIMITS = { seeds: 100_000, plants: 10_000, dates: 1000, minima: 50_000 } as const;

/** A count of seeds in the body of a calculator. */
export const seeds = (min = 0) => whole({ min, max: CALC_LIMITS.seeds });
/** One of the two figures of a beta distribution. */
export const betaFigure = () => number({ above: 0, max: 1e9 });

/** What a calculator may need beside its body. */
export interface CalculatorTools {
  /** Null where there is none. */
  readonly solver: LinearSolver | null;
  /** Milliseconds on a clock that only goes forward. */
  readonly now: () => number;
}

/** A computation without state, as it is served: what it takes, and what it answers. */
export interface Calculator<B = unknown, A = unknown> {
  readonly schema: yup.Schema<B>;
  /** Throws an InputError for a body that does not fit, a CoreError for what the computation refuses. */
  readonly run: (body: unknown, tools?: CalculatorTools) => A;
}

/** Without tools time goes by in looks at the clock, so that whatever stops by it answers the same each time. */
function noTools(): CalculatorTools {
  let looks = 0;
  return { solver: null, now: () => LOOK_MS * looks++ };
}
const LOOK_MS = 25;

export function calculator<B, A>(schema: yup.Schema<B>, compute: (input: B, tools: CalculatorTools) => A): Calculator<B, A> {
  return { schema, run: (body, tools = noTools()) => compute(parse(schema, body), tools) };
}

/** Throws an InputError for all that is wrong at once. */
export function refuseAll(errors: readonly FieldError[]): void {
  if (errors.length > 0) throw new InputError(errors);
}
