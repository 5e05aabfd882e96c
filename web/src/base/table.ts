import { type LotByCode, lotsApi } from '@esprel/core/api';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { readOnce } from './calls.ts';
import { useChanges } from './changes.ts';

/** The envelopes that lie on the table: pulled out of their boxes until they are put away. */
export const useTable = defineStore('table', () => {
  const codes = useLocalStorage<string[]>('esprel.table', []);
  const lots = ref<readonly LotByCode[]>([]);
  const changes = useChanges();

  async function load(): Promise<void> {
    const asked = codes.value.join(',');
    if (asked === '') {
      lots.value = [];
      return;
    }
    try {
      const answer = await readOnce(lotsApi.byCode, { codes: asked });
      if (codes.value.join(',') === asked) lots.value = answer.lots;
    } catch {
      // The strip keeps what it showed; the frame says that the server is away.
    }
  }
  watch([codes, () => changes.revision], () => void load(), { immediate: true, deep: true });

  function pullOut(...more: readonly string[]): void {
    codes.value = [...new Set([...codes.value, ...more])].slice(0, 60);
  }
  function putBack(...gone: readonly string[]): void {
    codes.value = codes.value.filter((c) => !gone.includes(c));
  }
  function toggle(code: string): void {
    if (codes.value.includes(code)) putBack(code);
    else pullOut(code);
  }

  /** Takes all off. Nothing is put away by that: each stays where the record has it. */
  function clear(): void {
    codes.value = [];
  }

  return {
    codes,
    lots,
    pullOut,
    putBack,
    clear,
    toggle,
    has: (code: string) => codes.value.includes(code),
    count: computed(() => codes.value.length),
  };
});
