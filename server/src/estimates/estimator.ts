import { Worker } from 'node:worker_threads';
import {
  beliefBefore,
  estimateLot,
  type FrostDates,
  type LotEstimate,
  type LotFacts,
  recommendedSize,
  SMALLEST_TEST,
  TEST_CERTAINTY,
  testValue,
  type TestValue,
} from '@esprel/core';
import { threadOf } from '../home.ts';

/** What one lot asks of the estimator, as plain data. */
export interface EstimateJob {
  readonly facts: LotFacts;
  readonly day: string;
  readonly frost: FrostDates;
  /** First days of closed tests whose prediction has to be made again. */
  readonly predict: readonly string[];
  /** Seeds that a test may take. */
  readonly spendable: number;
}

/** What the test that is advised would tell of a lot of which so many seeds may be spent. */
export interface AdvisedTest extends TestValue {
  readonly spendable: number;
  readonly seeds: number;
}

export interface Belief {
  readonly alpha: number | null;
  readonly beta: number | null;
  readonly first: boolean;
}

export interface MadeEstimate {
  readonly estimate: LotEstimate;
  readonly beliefs: readonly Belief[];
  /** Null where nothing can be spent on a test, or nothing is in doubt. */
  readonly advised: AdvisedTest | null;
}

/** The test that is advised for a lot, from what is believed of it and the seeds that may be spent. */
export function advisedTest({ alpha, beta }: LotEstimate['today'], threshold: number, spendable: number): AdvisedTest | null {
  if (alpha === null || beta === null || spendable < 1) return null;
  const seeds = recommendedSize({ alpha, beta, threshold, certainty: TEST_CERTAINTY, spendable }) ?? SMALLEST_TEST;
  return { spendable, seeds, ...testValue({ alpha, beta, threshold, seeds }) };
}

/** Does one job: pure computation, wherever it runs. */
export function estimateJob({ facts, day, frost, predict, spendable }: EstimateJob): MadeEstimate {
  const estimate = estimateLot(facts, day, frost);
  return {
    estimate,
    advised: advisedTest(estimate.today, facts.threshold, spendable),
    beliefs: predict.map((date) => {
      const { point, first } = beliefBefore(facts, date);
      return { alpha: point.alpha, beta: point.beta, first };
    }),
  };
}

interface Waiting {
  readonly jobs: readonly EstimateJob[];
  readonly resolve: (made: MadeEstimate[]) => void;
}

/** Deaths of the thread after which the work is done here instead. */
const MOST_RESTARTS = 3;

/**
 * Estimates many lots on a thread of its own. A thread that dies is started again and gets what it had not answered; after
 * three deaths the work is done in this thread, so that it is done.
 */
export class Estimator {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private next = 1;
  private closed = false;
  restarts = 0;
  /** Told whenever the thread had to be started again. */
  private readonly onRestart: (restarts: number) => void;

  constructor(onRestart: (restarts: number) => void = () => undefined) {
    this.onRestart = onRestart;
  }

  estimate(jobs: readonly EstimateJob[]): Promise<MadeEstimate[]> {
    return new Promise((resolve) => {
      const id = this.next++;
      this.waiting.set(id, { jobs, resolve });
      this.send(id);
    });
  }

  /** Ends the thread as a crash would. */
  async crash(): Promise<void> {
    await this.worker?.terminate();
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.worker?.terminate();
  }

  private send(id: number): void {
    const work = this.waiting.get(id);
    if (!work) return;
    if (this.restarts >= MOST_RESTARTS) {
      this.waiting.delete(id);
      work.resolve(work.jobs.map(estimateJob));
      return;
    }
    this.worker ??= this.start();
    this.worker.postMessage({ id, jobs: work.jobs });
  }

  private start(): Worker {
    const { start, argv } = threadOf('estimates/estimatorThread');
    const worker = new Worker(start, { argv: [...argv] });
    worker.on('message', ({ id, made }: { readonly id: number; readonly made: MadeEstimate[] }) => {
      this.waiting.get(id)?.resolve(made);
      this.waiting.delete(id);
    });
    // What it died of is said by the exit; nothing of it was written.
    worker.on('error', () => undefined);
    worker.on('exit', () => {
      this.worker = null;
      if (this.closed) return;
      this.restarts += 1;
      this.onRestart(this.restarts);
      for (const id of [...this.waiting.keys()]) this.send(id);
    });
    return worker;
  }
}
