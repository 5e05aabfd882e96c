import type { YearReport } from '@esprel/core/api';
import { joinLibrary } from '../db/open.ts';
import { yearReport } from './report.ts';

/** The report of a library in a file, on a thread of the pool: it reads every movement and every curve. */
export default function yearJob({
  file,
  from,
  to,
  today,
}: {
  readonly file: string;
  readonly from: string;
  readonly to: string;
  readonly today: string;
}): YearReport {
  const db = joinLibrary(file);
  try {
    return yearReport(db, from, to, today);
  } finally {
    db.close();
  }
}
