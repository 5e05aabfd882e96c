import type { LabelRunAsked, LabelsPlan } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { libraryState } from '../db/state.ts';
import { job as poolJob, work } from '../threads/pool.ts';
import { type LabelsAsked, type LabelsJob, runKey } from './labelsJob.ts';

/** `drawLabels` on the pool. */
export const DRAW = poolJob<typeof import('./drawJob.ts').default>('labels/drawJob');

/** So many are drawn at once, while somebody waits for a page. */
const FEW_LABELS = 20;
function fewLabels(query: LabelRunAsked): boolean {
  if (query.tray !== null) return query.each !== 'plant';
  const named = (['codes', 'places', 'tests'] as const).map((list) => (query[list] ?? '').split(',').length);
  return Math.max(...named) * (query.copies ?? 1) <= FEW_LABELS;
}

/** A plan, a page as SVG, or a PDF. */
type Drawn = LabelsPlan | string | Uint8Array;

export interface Drawing {
  /** Which run it is, whatever was written since it was begun. */
  readonly run: string;
  readonly told: Int32Array;
  readonly drawn: Promise<Drawn>;
}

/** Long runs that are drawn as PDF just now. Who asks for one of them again waits for the same. */
const drawings = new Map<string, Drawing>();

/** What draws, with its fonts and codes: a sixth of a second to load, and few days print labels. */
export const drawing = () => import('./drawing.ts');

/** Does `drawLabels` here where it is little, and on a thread where others would wait for it. */
export async function drawnLabels(db: Db, query: LabelRunAsked, today: string, asked: LabelsAsked): Promise<Drawn> {
  const job: LabelsJob = { query, today, asked, state: libraryState(db) };
  // A library in memory cannot be opened by a second thread.
  if (db.memory || fewLabels(query)) return (await drawing()).drawLabels(db, job);
  if (asked.as !== 'pdf') return work(DRAW, { file: db.name, job });
  const key = `${JSON.stringify(asked.fit)} ${runKey(db, job)}`;
  let begun = drawings.get(key);
  if (!begun) {
    const told = new Int32Array(new SharedArrayBuffer(8));
    begun = {
      run: runKey(db, { ...job, state: '' }),
      told,
      drawn: work(DRAW, { file: db.name, job: { ...job, told } }).finally(() => drawings.delete(key)),
    };
    drawings.set(key, begun);
  }
  return begun.drawn;
}

/** How far the PDF of a run has come, in labels; `of` is 0 while it is laid out, and where it is not being drawn. */
export function drawnSoFar(db: Db, query: LabelRunAsked, today: string): { readonly done: number; readonly of: number } {
  const run = runKey(db, { query, today, state: '' });
  // The latest that was begun, where a step in between began it anew.
  const told = [...drawings.values()].findLast((d) => d.run === run)?.told;
  return told ? { done: Atomics.load(told, 0), of: Atomics.load(told, 1) } : { done: 0, of: 0 };
}
