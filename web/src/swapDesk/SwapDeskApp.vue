<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { ref } from 'vue';
import HallView from './HallView.vue';
import ReadyView from './ReadyView.vue';
import UnlockView from './UnlockView.vue';
import { useSwapDesk } from './useSwapDesk.ts';

const desk = useSwapDesk();
/** `elsewhere`: the desk is open in another window, and two of them would count as one hand. */
const state = ref<'opening' | 'open' | 'elsewhere'>('opening');
/** The desk is made ready, or looked at whether it is. */
const preparing = ref(false);
const ASKED_EVERY_MS = 8000;

async function begin(): Promise<void> {
  await desk.open();
  preparing.value = desk.copy === null;
  state.value = 'open';
  await desk.catchUp();
}
if ('locks' in navigator) {
  void navigator.locks.request('esprel-swap-desk', { ifAvailable: true }, async (lock) => {
    if (lock === null) {
      state.value = 'elsewhere';
      return;
    }
    await begin();
    // Held as long as the page is open.
    await new Promise(() => undefined);
  });
} else void begin();
useEventListener(window, 'online', () => void desk.catchUp());
useEventListener(window, 'offline', () => (desk.network = 'none'));
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'visible' && state.value === 'open') void desk.catchUp();
});
useIntervalFn(() => {
  if (state.value === 'open') void desk.catchUp();
}, ASKED_EVERY_MS);
</script>

<template>
  <p v-if="state === 'opening'" class="empty">Opening …</p>
  <p v-else-if="state === 'elsewhere'" class="empty" role="alert">
    This desk is open in another window of this browser. Go on there, or close that window and open this page again.
  </p>
  <ReadyView v-else-if="desk.copy === null || preparing" @done="preparing = false" />
  <UnlockView v-else-if="desk.locked" />
  <HallView v-else @prepare="preparing = true" />
</template>
