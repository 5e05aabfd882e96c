import { createHash } from 'node:crypto';
import { calculate } from '@esprel/core';
import { joinLibrary } from '../db/open.ts';
import { readCsv } from '../files/csv.ts';
import { problemOf } from '../http/problem.ts';
import { drawLabels } from '../labels/drawing.ts';
import { type Job, type JobAnswer, plainProblem } from './pool.ts';

const ROWS_A_PIECE = 200;

/** Does one job of the pool. What goes wrong is answered, since an error loses its fields on the way. */
export async function doJob(job: Job): Promise<JobAnswer> {
  try {
    return { result: await resultOf(job) };
  } catch (error) {
    return { problem: plainProblem(problemOf(error)) };
  }
}

async function resultOf(job: Job): Promise<unknown> {
  switch (job.kind) {
    case 'calculate':
      return calculate(job.name, job.body);
    case 'csv': {
      const { rows, ...head } = readCsv(job.bytes, job.asked);
      const pieces: string[] = [];
      for (let i = 0; i < rows.length; i += ROWS_A_PIECE) pieces.push(JSON.stringify(rows.slice(i, i + ROWS_A_PIECE)));
      return { head: JSON.stringify(head), rows: pieces, sha256: createHash('sha256').update(job.bytes).digest('hex') };
    }
    case 'labels': {
      const db = joinLibrary(job.file);
      try {
        return await drawLabels(db, job.job);
      } finally {
        db.close();
      }
    }
  }
}
