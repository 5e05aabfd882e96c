import { READ } from '../imports/inbox.ts';
import { DRAW } from '../labels/drawn.ts';
import { loadOnPool } from '../threads/pool.ts';
import { CALCULATE } from './calculators.ts';

/** Has a thread ready, with the code of all that is done on the pool. */
export function warmPool(): void {
  loadOnPool([CALCULATE, READ, DRAW]);
}
