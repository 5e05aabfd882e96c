import { type Day, daysBetween } from '../dates/day.ts';
import { CoreError } from '../errors.ts';
import { probit } from '../numeric/normal.ts';

/**
 * The spread of the last frost (days) of a gardener who knows the usual day, after which one spring in two still has a frost, and the day
 * after which only one in ten has: sd = days between / probit(0.9). Throws a CoreError when the second is not later.
 */
export function sdFromOneInTen(usual: Day, oneInTen: Day): number {
  const days = daysBetween(usual, oneInTen);
  if (days < 1) throw new CoreError('sdFromOneInTen', 'oneInTen', oneInTen, `must be later than the usual last frost, ${usual}`);
  return days / probit(0.9);
}
