import { devicesApi, type ScaleState } from '@esprel/core/api';
import { act, readOnce } from '../base/calls.ts';
import { onScopeDispose, ref } from 'vue';

const EVERY_MS = 300;

/** What the scale at the desk shows, as long as the page stands. */
export function useScale() {
  const reading = ref<ScaleState | null>(null);
  let ended = false;
  let timer: ReturnType<typeof setTimeout> | null = null;
  async function follow(): Promise<void> {
    reading.value = await readOnce(devicesApi.scale, {}).catch(() => null);
    if (!ended) timer = setTimeout(() => void follow(), EVERY_MS);
  }
  void follow();
  onScopeDispose(() => {
    ended = true;
    if (timer !== null) clearTimeout(timer);
  });
  async function tare(): Promise<void> {
    reading.value = await act(devicesApi.tare, {}, {}).catch(() => reading.value);
  }
  /** Lays seeds of a lot on the pan of the stand-in, or takes all off it. */
  async function lay(what: { readonly lotCode?: string; readonly seeds?: number | null }): Promise<void> {
    reading.value = await act(devicesApi.lay, {}, what).catch(() => reading.value);
  }
  return { reading, tare, lay };
}
