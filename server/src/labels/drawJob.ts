import type { LabelsPlan } from '@esprel/core/api';
import { joinLibrary } from '../db/open.ts';
import { drawLabels } from './drawing.ts';
import type { LabelsJob } from './labelsJob.ts';

/** Draws labels of the library in a file, on a thread of the pool. */
export default async function drawJob({
  file,
  job,
}: {
  readonly file: string;
  readonly job: LabelsJob;
}): Promise<LabelsPlan | string | Uint8Array> {
  const db = joinLibrary(file);
  try {
    return await drawLabels(db, job);
  } finally {
    db.close();
  }
}
