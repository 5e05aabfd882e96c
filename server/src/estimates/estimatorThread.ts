import { parentPort } from 'node:worker_threads';
import { type EstimateJob, estimateJob } from './estimator.ts';

/** Estimates on a thread without a library: facts come in, estimates go out, in order. */
parentPort?.on('message', ({ id, jobs }: { readonly id: number; readonly jobs: readonly EstimateJob[] }) => {
  parentPort?.postMessage({ id, made: jobs.map(estimateJob) });
});
