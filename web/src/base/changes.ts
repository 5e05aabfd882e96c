import { addressOf, type Answer, type AnyChanges, historyApi } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { ApiProblem, type Method, newKey, sendChange, type Step } from './api.ts';
import type { Asked, Body } from './asked.ts';
import { useSession } from './session.ts';

/** Every change goes through here: it becomes the last step, which can be taken back, and the views read again. */
export const useChanges = defineStore('changes', () => {
  /** Goes up with every change; views read again when it does. */
  const revision = ref(0);
  const last = ref<{ readonly id: number; readonly summary: string } | null>(null);
  const undoProblem = ref<string | null>(null);

  /** Makes a change of the contract. Throws an ApiProblem for whoever shows it in its place. */
  async function send<R extends AnyChanges>(route: R, asked: Asked<R>, body: Body<R>, key: string = newKey()): Promise<Answer<R> & Step> {
    const method = route.method.toUpperCase() as Method;
    const answer = await sendChange<Answer<R>>(method, addressOf(route, asked), body, key, useSession().personId).catch(
      (error: unknown) => {
        // What somebody else made of it meanwhile is to be seen before anything is said again.
        if (error instanceof ApiProblem && error.code === 'stale') revision.value += 1;
        throw error;
      },
    );
    happened(answer.step);
    return answer;
  }

  /** A step was made that this desk had asked for elsewhere: a file that a thread has written in. */
  function happened(step: { readonly id: number; readonly summary: string }): void {
    last.value = step;
    undoProblem.value = null;
    revision.value += 1;
    void useSession().load();
  }

  /** Makes a change that has no form to show an error in: what goes wrong is said where the last step is. */
  async function make<R extends AnyChanges>(route: R, asked: Asked<R>, body: Body<R>): Promise<(Answer<R> & Step) | null> {
    try {
      return await send(route, asked, body);
    } catch (error) {
      undoProblem.value = (error as Error).message;
      return null;
    }
  }

  async function undo(stepId: number | undefined = last.value?.id): Promise<void> {
    if (stepId === undefined) return;
    await make(historyApi.undo, { id: stepId }, {});
  }

  function forget(): void {
    last.value = null;
    undoProblem.value = null;
  }

  return { revision, last, undoProblem, send, happened, make, undo, forget };
});
