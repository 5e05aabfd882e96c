import { plainProblem, problemOf } from '../problem.ts';
import type { JobAnswer } from './pool.ts';

interface AskedOfThread {
  readonly module: string;
  readonly input: unknown;
  readonly onlyLoad?: boolean;
}

/** Does one job of the pool. What goes wrong is answered, since an error loses its fields on the way. */
export default async function doJob({ module, input, onlyLoad = false }: AskedOfThread): Promise<JobAnswer> {
  try {
    const { default: doIt } = (await import(module)) as { readonly default: (input: unknown) => unknown };
    return { result: onlyLoad ? null : await doIt(input) };
  } catch (error) {
    return { problem: plainProblem(problemOf(error)) };
  }
}
