import { defineStore } from 'pinia';
import { onScopeDispose, ref } from 'vue';

/**
 * Where a scanned code goes: to its lot, unless a page is open that scans (a stocktake). The page takes codes for as long
 * as it stands.
 */
export const useScans = defineStore('scans', () => {
  const taker = ref<((code: string) => void) | null>(null);

  /** Takes every scanned code until the caller's scope ends. */
  function take(handle: (code: string) => void): void {
    taker.value = handle;
    onScopeDispose(() => {
      if (taker.value === handle) taker.value = null;
    });
  }
  return { taker, take };
});
