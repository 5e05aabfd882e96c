/** One step as the history shows it. */
export interface HistoryStep {
  readonly id: number;
  readonly at: string;
  readonly day: string;
  readonly person: string | null;
  readonly kind: string;
  readonly summary: string;
  readonly undoes: number | null;
  readonly undoneBy: number | null;
}
