import { parentPort, workerData } from 'node:worker_threads';
import { joinLibrary } from '../db/open.ts';
import { writeImport } from '../imports/write.ts';
import { plainProblem, problemOf } from '../problem.ts';
import type { ChangeRoute } from '../routing/route.ts';
import { answerChange } from './answerChange.ts';
import { routes } from './routes.ts';
import type { Task, Told } from './runThread.ts';

/** Long work on a thread and a connection of its own, in one transaction. Ending the thread undoes it all. */
const { file, task, asked } = workerData as { readonly file: string; readonly task: Task; readonly asked: Int32Array };

/** Thrown where somebody stopped it: the transaction is rolled back, and there is nothing to tell. */
class Stopped extends Error {}
const tell = (message: Told): void => parentPort?.postMessage(message);
const db = joinLibrary(file);
try {
  if (task.kind === 'import') {
    const imported = writeImport(db, task.job, (done) => {
      if (Atomics.load(asked, 0) === 1) throw new Stopped();
      tell({ done });
    });
    tell({ imported });
  } else {
    const route = routes({ db }, () => undefined).find(
      (r): r is ChangeRoute => r.kind === 'change' && r.method === task.method && r.path === task.path,
    );
    if (!route) throw new Error(`no route ${task.method} ${task.path}`);
    tell({ answer: answerChange(db, task.today, route, task.call) });
  }
} catch (error) {
  if (!(error instanceof Stopped)) tell({ problem: plainProblem(problemOf(error)) });
} finally {
  db.close();
}
