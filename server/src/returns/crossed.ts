import { crossingOfLoan } from '../growing/growingPlan.ts';
import type { Change } from '../journal/change.ts';

/** The share that crossed where a loan was grown, by the plan of its season; null where the plan cannot tell, or somebody stood near who is not on it. */
export function crossedWhereGrown(change: Change, loanId: number, isolated: string): number | null {
  const crossing = crossingOfLoan(change.db, loanId, change.today);
  if (crossing === null || crossing.instead !== null) return null;
  return isolated === 'no' && crossing.share === 0 ? null : crossing.share;
}
