import { addressOf, type Answer, type AnyChanges } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { ApiProblem, type Method, newKey, sendChange, type Step } from './api.ts';
import type { Asked, Body } from './asked.ts';
import { useChanges } from './changes.ts';
import { useSession } from './session.ts';

/** A change that could not be sent because the library was away; kept in the browser until it can. */
export interface KeptStep {
  readonly key: string;
  readonly method: Method;
  readonly path: string;
  readonly body: Readonly<Record<string, unknown>>;
  /** What it says, for whoever looks at what waits. */
  readonly words: string;
  /** What it is about: a later one about the same takes the place of one that was not sent. */
  readonly about: string;
  /** Steps about one record follow on each other's versions; null where there is none. */
  readonly follows: string | null;
  /** Where what became of it is seen. */
  readonly at: string;
  /** What the browser keeps of it beside this, and drops once it is sent. */
  readonly draft: string | null;
  /** Why the library refused it, when it came to it: then somebody has to look. */
  readonly refused?: string;
}
type About = Pick<KeptStep, 'words' | 'about' | 'follows' | 'at' | 'draft'>;

const STORE = 'esprel.kept';
/** How long until it is tried again. */
const AGAIN_MS = 4000;

function read(): KeptStep[] {
  try {
    return JSON.parse(localStorage.getItem(STORE) ?? '[]') as KeptStep[];
  } catch {
    return [];
  }
}

/** The version that a record has after a step, wherever the answer says it. */
function versionIn(answer: unknown): number | null {
  const a = answer as {
    readonly version?: unknown;
    readonly test?: { readonly version?: unknown };
    readonly tray?: { readonly version?: unknown };
  };
  const found = [a.version, a.test?.version, a.tray?.version].find((v) => typeof v === 'number');
  return typeof found === 'number' ? found : null;
}

/**
 * What waits for the library: sent by itself, the oldest first, each under its own key, so that nothing is written twice. Only steps that need no answer to go on can be
 * kept: counts of tests, looks at trays, scans of a stocktake, envelopes of a run.
 */
export const useKeptSteps = defineStore('kept steps', () => {
  const waiting = ref<readonly KeptStep[]>(read());
  const refused = ref<readonly KeptStep[]>([]);
  /** The last that was taken, with what the library made of it. */
  const taken = shallowRef<{ readonly key: string; readonly answer: Readonly<Record<string, unknown>> & Step } | null>(null);
  let timer: ReturnType<typeof setTimeout> | null = null;
  let sending = false;

  /** Keeps what waits; throws where the browser has no room left, and then nothing changed. */
  function keep(next: readonly KeptStep[]): void {
    if (next.length === 0) localStorage.removeItem(STORE);
    else localStorage.setItem(STORE, JSON.stringify(next));
    waiting.value = next;
  }

  function add(step: KeptStep): void {
    keep([...waiting.value.filter((w) => w.about !== step.about), step]);
    refused.value = refused.value.filter((r) => r.about !== step.about);
    soon();
  }

  /**
   * Sends a change, or keeps it where the library does not answer; while others wait, behind them. Answers null where it was kept. Throws an ApiProblem for what the
   * library refuses, and for a browser that can keep nothing more.
   */
  async function sendOrKeep<R extends AnyChanges>(
    route: R,
    asked: Asked<R>,
    body: Body<R>,
    about: About,
    key: string = newKey(),
  ): Promise<(Answer<R> & Step) | null> {
    if (waiting.value.length === 0) {
      try {
        return await useChanges().send(route, asked, body, key);
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.status !== 0) throw error;
      }
    }
    try {
      add({
        ...about,
        key,
        method: route.method.toUpperCase() as Method,
        path: addressOf(route, asked),
        body: body as Record<string, unknown>,
      });
    } catch {
      throw new ApiProblem(0, 'full', 'There is no network, and this browser has no room to keep it. Write it on paper.');
    }
    return null;
  }

  function soon(): void {
    timer ??= setTimeout(() => {
      timer = null;
      void flush();
    }, AGAIN_MS);
  }

  async function flush(): Promise<void> {
    if (sending || waiting.value.length === 0) return;
    sending = true;
    const versions = new Map<string, { readonly from: number; readonly now: number }>();
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        const said = typeof next.body.version === 'number' ? next.body.version : null;
        const moved = next.follows === null ? undefined : versions.get(next.follows);
        // Only our own steps moved the record on since this one was made.
        const version = said !== null && moved && moved.from <= said ? Math.max(moved.now, said) : said;
        try {
          const body = version === null ? next.body : { ...next.body, version };
          const answer = await sendChange<Record<string, unknown>>(next.method, next.path, body, next.key, useSession().personId);
          const now = versionIn(answer);
          if (next.follows !== null && said !== null && now !== null) versions.set(next.follows, { from: moved?.from ?? said, now });
          if (next.draft !== null) localStorage.removeItem(next.draft);
          taken.value = { key: next.key, answer };
          useChanges().happened(answer.step);
        } catch (error) {
          if (!(error instanceof ApiProblem)) throw error;
          // Away, or signed out: it waits until somebody is there again.
          if (error.status === 0 || error.status === 401) return;
          refused.value = [...refused.value, { ...next, refused: error.errors.map((e) => e.message).join('; ') || error.message }];
        }
        const { key } = next;
        keep(waiting.value.filter((w) => w.key !== key));
      }
    } finally {
      sending = false;
      if (waiting.value.length > 0) soon();
    }
  }

  if (waiting.value.length > 0) soon();
  return {
    waiting,
    refused,
    taken,
    add,
    sendOrKeep,
    flush,
    isWaiting: (about: string): boolean => waiting.value.some((w) => w.about === about),
    of: (beginning: string) => computed(() => waiting.value.filter((w) => w.about.startsWith(beginning))),
  };
});
