<script setup lang="ts">
import { plural } from '@esprel/core';
import { Wifi, WifiOff } from '@lucide/vue';
import { computed } from 'vue';
import { useSwapDesk } from './useSwapDesk.ts';

/** Always true: whether there is a network, and how much of what was said is only here. */
const emit = defineEmits<{ prepare: [] }>();
const desk = useSwapDesk();
const kept = computed(() => (desk.unsent.length === 0 ? 'nothing waits' : `${plural(desk.unsent.length, 'step')} kept here`));
const words = computed(() => {
  if (desk.held === 'sign-in') return `${kept.value}: sign in at the library’s desk to send`;
  if (desk.held === 'newer') return `${kept.value} until the library is brought up to date`;
  if (desk.network === 'none') return `No network; ${kept.value}${desk.unsent.length === 0 ? '' : ', sent by themselves'}`;
  if (desk.network === 'unknown') return desk.unsent.length === 0 ? 'Looking for a network' : kept.value;
  return desk.unsent.length === 0 ? 'In the network; all is sent' : `Sending: ${kept.value}`;
});
const calm = computed(() => desk.network !== 'none' && desk.held === null);
</script>

<template>
  <span class="note" :class="{ calm }" role="status">
    <component :is="calm ? Wifi : WifiOff" :size="18" aria-hidden="true" />
    <a v-if="desk.held === 'sign-in'" href="/">{{ words }}</a>
    <span v-else>{{ words }}</span>
    <button type="button" class="how" @click="emit('prepare')">Ready?</button>
  </span>
</template>

<style scoped>
.note {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 7px 12px;
  border: 1px solid var(--watch-fill);
  border-radius: 3px;
  background: var(--watch-soft);
  color: var(--watch);
  font-weight: 600;
}
.calm {
  border-color: var(--edge);
  background: transparent;
  color: var(--quiet);
  font-weight: 400;
}
.note a {
  color: inherit;
}
.how {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  padding: 2px 4px;
  font-weight: 400;
}
</style>
