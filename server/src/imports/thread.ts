import { parentPort, workerData } from 'node:worker_threads';
import { joinLibrary } from '../db/open.ts';
import { type ImportJob, writeImport } from './write.ts';

/** Writes a file into the library on a thread and a connection of its own. Ending the thread undoes it all. */
const { file, job } = workerData as { readonly file: string; readonly job: ImportJob };
const db = joinLibrary(file);
try {
  const result = writeImport(db, job, (done) => {
    parentPort?.postMessage({ done });
    return true;
  });
  parentPort?.postMessage({ result });
} catch (error) {
  parentPort?.postMessage({ failed: error instanceof Error ? error.message : String(error) });
} finally {
  db.close();
}
