/** One step as the history shows it. */
export interface HistoryStep {
  readonly id: number;
  readonly at: string;
  readonly day: string;
  /** Who made it: at the desk, or a member on their own page. */
  readonly person: string | null;
  readonly kind: string;
  readonly summary: string;
  readonly undoes: number | null;
  readonly undoneBy: number | null;
  /** A note of what happened, without a row written: there is nothing to take back. */
  readonly note: 0 | 1;
}
