/** What a member takes along on paper: of each loan what it is, how it is sown in that garden, and what was promised. */
export interface LoanSlip {
  readonly member: string;
  readonly lentOn: string | null;
  /** The garden whose seasons stand there; null where they are those of the library. */
  readonly garden: string | null;
  readonly lots: readonly {
    /** Of what is in hand its loan, of what lies ready its ask. */
    readonly loanId: number;
    readonly code: string;
    readonly variety: string;
    readonly cautions: readonly string[];
    readonly lines: readonly string[];
  }[];
}
