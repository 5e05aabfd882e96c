import { calculate } from '@esprel/core';
import { linearSolver } from '../renewals/solver.ts';

/** Does what a calculator is asked, on a thread of the pool. */
export default async function calculateJob({ name, body }: { readonly name: string; readonly body: unknown }): Promise<unknown> {
  // Only plans need it, and it takes a moment to load.
  const solver = name === 'renewal-plan' ? await linearSolver() : null;
  return calculate(name, body, { solver, now: () => performance.now() });
}
