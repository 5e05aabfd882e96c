import { onScopeDispose, ref } from 'vue';
import { get, sendAction } from '../app/api.ts';

export interface ScaleState {
  readonly grams: number;
  readonly stable: boolean;
  readonly overloaded: boolean;
  readonly on: string;
  readonly maxGrams: number;
}

const EVERY_MS = 300;

/** What the scale at the desk shows, as long as the page stands. */
export function useScale() {
  const reading = ref<ScaleState | null>(null);
  let ended = false;
  let timer: ReturnType<typeof setTimeout> | null = null;
  async function follow(): Promise<void> {
    reading.value = await get<ScaleState>('/devices/scale').catch(() => null);
    if (!ended) timer = setTimeout(() => void follow(), EVERY_MS);
  }
  void follow();
  onScopeDispose(() => {
    ended = true;
    if (timer !== null) clearTimeout(timer);
  });
  async function tare(): Promise<void> {
    reading.value = await sendAction<ScaleState>('/devices/scale/tare').catch(() => reading.value);
  }
  return { reading, tare };
}
