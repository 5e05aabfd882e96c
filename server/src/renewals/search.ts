import { Worker } from 'node:worker_threads';
import type { HeldConflict, Nobody, Renewal, RenewalInput, RenewalPlan } from '@esprel/core';
import type { RenewalSearch } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { threadOf } from '../home.ts';

/** What the thread is given. */
export interface SearchWork {
  /** The instance as JSON: a long text goes to another thread in no time, ten thousand small things do not. */
  readonly input: string;
  /** The plan before, where most may stay as it is. */
  readonly start: readonly Renewal[] | undefined;
  readonly seconds: number;
}

/** What the thread tells: a better plan; `ended` with the last. */
export interface SearchNews {
  readonly plan: RenewalPlan;
  readonly nobody: readonly Nobody[];
  readonly conflicts: readonly HeldConflict[];
  readonly ended: 'proved' | 'time' | null;
}

/** The best plan that is known of an instance, and how far its search has come. */
export interface Found extends Omit<SearchNews, 'ended'> {
  readonly search: RenewalSearch;
  /** Changes with each better plan. */
  readonly found: string;
}

/** A search of its own accord takes so long at most; whoever wants more asks for as much again. */
const SECONDS = 12;
/** A thread without work ends after so long, milliseconds. */
const RESTS = 60_000;
/** Nobody waits longer for the first plan, milliseconds; it is there within a second. */
const FIRST_WAITS = 20_000;

/**
 * Searches for the best plan of one library, one at a time. When what matters changes the search begins anew from the plan that is known; when somebody has enough
 * of it, or its thread dies, the best so far stands.
 */
export class PlanSearch {
  private worker: Worker | null = null;
  /** Has done its work, and waits a while for more. */
  private idle: Worker | null = null;
  private rests: NodeJS.Timeout | null = null;
  private about = '';
  private input: RenewalInput | null = null;
  private known: Found | null = null;
  private waiting: (() => void)[] = [];
  private begun = 0;
  private news = 0;
  private closed = false;

  /** The best plan of this instance so far, the first at once. */
  async plan(input: RenewalInput): Promise<Found> {
    // What was gathered once between two changes is the same thing; after a change it may still say the same.
    if (input !== this.input) {
      const about = JSON.stringify(input);
      this.input = input;
      if (about !== this.about) this.begin(about);
    }
    if (this.known === null) await this.first();
    if (this.known === null) throw new Error('no plan of renewals could be found');
    return this.known;
  }

  /** Ends the search; what was found stands. */
  stop(): RenewalSearch {
    if (this.known?.search === 'searching') {
      this.known = { ...this.known, search: 'stopped' };
      this.end();
    }
    return this.known?.search ?? 'stopped';
  }

  /** Looks further from where it stopped. */
  goOn(): RenewalSearch {
    const { known, about } = this;
    if (known === null || known.search === 'searching' || known.search === 'proved') return known?.search ?? 'stopped';
    this.known = { ...known, search: 'searching' };
    this.work({ input: about, start: known.plan.plan, seconds: SECONDS });
    return 'searching';
  }

  /** Ends the thread as a crash would. */
  async crash(): Promise<void> {
    await this.worker?.terminate();
  }

  async close(): Promise<void> {
    this.closed = true;
    await Promise.all([this.worker?.terminate(), this.idle?.terminate()]);
    this.told();
  }

  private begin(about: string): void {
    const start = this.known?.plan.plan;
    this.about = about;
    this.known = null;
    this.work({ input: about, start, seconds: SECONDS });
  }

  /** A thread that is at work cannot listen: it is ended, and another takes its place. */
  private work(work: SearchWork): void {
    this.end();
    const worker = this.idle ?? this.start();
    this.idle = null;
    if (this.rests !== null) clearTimeout(this.rests);
    worker.removeAllListeners('message').removeAllListeners('exit');
    this.worker = worker;
    this.begun += 1;
    const mine = this.begun;
    worker.on('message', (news: SearchNews) => {
      if (mine === this.begun) this.hear(news);
    });
    worker.on('exit', () => {
      if (mine === this.begun) this.broke();
    });
    worker.postMessage(work);
  }

  private start(): Worker {
    const { start, argv } = threadOf('renewals/planThread');
    const worker = new Worker(start, { argv: [...argv] });
    // What it died of is said by its exit.
    worker.on('error', () => undefined);
    worker.unref();
    return worker;
  }

  private end(): void {
    const { worker } = this;
    this.begun += 1;
    this.worker = null;
    void worker?.terminate();
  }

  /** A thread that has done its work is kept for a while: the next change of the plan comes soon. */
  private rest(): void {
    const { worker } = this;
    this.begun += 1;
    this.worker = null;
    this.idle = worker;
    this.rests = setTimeout(() => {
      this.idle = null;
      void worker?.terminate();
    }, RESTS);
    this.rests.unref();
  }

  private hear({ plan, nobody, conflicts, ended }: SearchNews): void {
    // A search that goes on from a good plan and proves less than one before it takes nothing back.
    const before = this.known;
    const bound = before === null ? plan.bound : Math.min(plan.bound, before.plan.bound);
    const better = before === null || plan.total >= before.plan.total - 1e-12;
    const best = better ? { plan, nobody, conflicts } : before;
    const gap = Math.max(0, bound - best.plan.total) / Math.max(bound, 1e-9);
    if (before === null || plan.total > before.plan.total + 1e-12 || bound < before.plan.bound) this.news += 1;
    this.known = {
      plan: { ...best.plan, bound: Math.max(bound, best.plan.total), gap },
      nobody: best.nobody,
      conflicts: best.conflicts,
      search: ended === null ? 'searching' : gap <= PROVED ? 'proved' : ended,
      found: `${String(this.begun)}-${String(this.news)}`,
    };
    if (ended !== null) this.rest();
    this.told();
  }

  private broke(): void {
    this.worker = null;
    this.begun += 1;
    if (this.known !== null) this.known = { ...this.known, search: 'broke' };
    else this.input = null;
    if (this.known === null) this.about = '';
    this.told();
  }

  private told(): void {
    for (const go of this.waiting.splice(0)) go();
  }

  private first(): Promise<void> {
    if (this.closed) return Promise.resolve();
    return new Promise((resolve) => {
      const late = setTimeout(resolve, FIRST_WAITS);
      this.waiting.push(() => {
        clearTimeout(late);
        resolve();
      });
    });
  }
}

/** As far as it is proved: the plan is the best to this part of it. */
const PROVED = 1e-4;

const searches = new Map<Db, PlanSearch>();

/** The search of a library. */
export function searchOf(db: Db): PlanSearch {
  let search = searches.get(db);
  if (search === undefined) searches.set(db, (search = new PlanSearch()));
  return search;
}

/** Ends all searches, as the program ends. */
export async function closeSearches(): Promise<void> {
  const all = [...searches.values()];
  searches.clear();
  await Promise.all(all.map((s) => s.close()));
}
