import { parentPort, workerData } from 'node:worker_threads';
import Database from 'better-sqlite3';
import { damageOf } from './libraryFile.ts';

/** Reads every page of a library's file once, with a connection of its own, tells what is wrong with it, null where nothing is, and ends. */
const { file } = workerData as { readonly file: string };
const db = new Database(file, { readonly: true, fileMustExist: true });
db.pragma('cache_size = -4000');
parentPort?.postMessage(damageOf(db));
db.close();
