import type { MemberLoan, MemberSowing } from '@esprel/core/api';

/** Seeds of a loan that were sown, as far as was said. */
export const sownOfLoan = (loan: Pick<MemberLoan, 'id'>, sowings: readonly MemberSowing[]): number =>
  sowings.filter((s) => s.loanId === loan.id).reduce((n, s) => n + s.seeds, 0);

/** Seeds of a loan that the member still holds. */
export const leftOfLoan = (loan: MemberLoan, sowings: readonly MemberSowing[]): number =>
  loan.seeds - loan.unsown - sownOfLoan(loan, sowings);
