import { calculate } from '@esprel/core';

/** Does what a calculator is asked, on a thread of the pool. */
export default function calculateJob({ name, body }: { readonly name: string; readonly body: unknown }): unknown {
  return calculate(name, body);
}
