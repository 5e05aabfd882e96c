import { testsApi } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { ApiProblem } from '../base/api.ts';
import type { Body } from '../base/asked.ts';
import { useChanges } from '../base/changes.ts';

/** A count that could not be sent because the server was away; kept in the browser until it can. */
export interface WaitingCount {
  readonly testId: number;
  readonly replicate: number;
  readonly key: string;
  readonly body: Body<typeof testsApi.count>;
  /** Why the server refused it, when it came to it: then somebody has to look. */
  readonly refused?: string;
}

const STORE = 'esprel.counts.waiting';
/** How long until it is tried again. */
const AGAIN_MS = 4000;

export function draftKey(testId: number, replicate: number): string {
  return `esprel.count.${String(testId)}.${String(replicate)}`;
}

function read(): WaitingCount[] {
  try {
    return JSON.parse(localStorage.getItem(STORE) ?? '[]') as WaitingCount[];
  } catch {
    return [];
  }
}

/**
 * Counts that wait for the server: sent by themselves, the oldest first, each under its own key, so that none is written twice.
 * Counts of one test follow on each other's versions. One that the server refuses stays as a draft at its bag, and is said.
 */
export const useCountQueue = defineStore('counts', () => {
  const waiting = ref<readonly WaitingCount[]>(read());
  const refused = ref<readonly WaitingCount[]>([]);
  let timer: ReturnType<typeof setTimeout> | null = null;
  let sending = false;

  function keep(next: readonly WaitingCount[]): void {
    waiting.value = next;
    if (next.length === 0) localStorage.removeItem(STORE);
    else localStorage.setItem(STORE, JSON.stringify(next));
  }

  /** A later count of the same bag takes the place of an earlier one that was not sent. */
  function add(count: WaitingCount): void {
    keep([...waiting.value.filter((w) => w.testId !== count.testId || w.replicate !== count.replicate), count]);
    refused.value = refused.value.filter((r) => r.testId !== count.testId || r.replicate !== count.replicate);
    soon();
  }

  function isWaiting(testId: number, replicate: number): boolean {
    return waiting.value.some((w) => w.testId === testId && w.replicate === replicate);
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
    const changes = useChanges();
    const versions = new Map<number, { readonly from: number; readonly now: number }>();
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        const moved = versions.get(next.testId);
        // Only our own counts moved the test on since this one was made.
        const version = moved && moved.from <= next.body.version ? Math.max(moved.now, next.body.version) : next.body.version;
        try {
          const answer = await changes.send(testsApi.count, { id: next.testId }, { ...next.body, version }, next.key);
          versions.set(next.testId, { from: moved?.from ?? next.body.version, now: answer.test.version });
          localStorage.removeItem(draftKey(next.testId, next.replicate));
        } catch (error) {
          if (!(error instanceof ApiProblem)) throw error;
          // Away, or signed out: it waits until somebody is there again.
          if (error.status === 0 || error.status === 401) return;
          refused.value = [...refused.value, { ...next, refused: error.message }];
        }
        keep(waiting.value.slice(1));
      }
    } finally {
      sending = false;
      if (waiting.value.length > 0) soon();
    }
  }

  if (waiting.value.length > 0) soon();
  return { waiting, refused, add, isWaiting, flush };
});
