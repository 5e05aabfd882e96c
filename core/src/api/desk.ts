import { emptyForm } from '../schemas/forms.ts';
import { changes, reads, whole } from './contract.ts';
import type { HistoryStep } from './history.ts';

/** A row of a table, by its columns. */
export type TableRow = Readonly<Record<string, string | number | null>>;

/** A row that a step wrote; null where there was none before, or is none after. */
export interface WrittenRow {
  readonly entity: string;
  readonly key: string;
  readonly before: TableRow | null;
  readonly after: TableRow | null;
}

export const historyApi = {
  steps: reads<{ readonly steps: readonly HistoryStep[]; readonly next: number | null }>()('/history', 'desk', {
    limit: whole(1, 500),
    before: whole(1, Number.MAX_SAFE_INTEGER),
  }),
  rows: reads<{ readonly events: readonly WrittenRow[] }>()('/history/:id', 'desk'),
  undo: changes<{ readonly undone: number }>()('post', '/history/:id/undo', emptyForm, 'desk'),
};
