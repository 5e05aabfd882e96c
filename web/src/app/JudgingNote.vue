<script setup lang="ts">
import { plural } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { act } from '../base/calls.ts';
import { ref } from 'vue';
import { useSession } from '../base/session.ts';

/** How many lots are still to be judged again; it can be stopped for a while, and says when its worker had to be started again. */
const props = defineProps<{ left: number; judging: { readonly paused: boolean; readonly restarts: number } | undefined }>();
const session = useSession();
const busy = ref(false);

async function turn(): Promise<void> {
  busy.value = true;
  await act(lotsApi.judging, {}, { paused: props.judging?.paused !== true }).catch(() => undefined);
  await session.load();
  busy.value = false;
}
</script>

<template>
  <span class="judging" role="status">
    {{ judging?.paused ? `${plural(left, 'lot')} wait to be judged` : `judging ${plural(left, 'lot')} again …` }}
    {{ judging && judging.restarts > 0 ? `(begun again ${plural(judging.restarts, 'time')})` : '' }}
    <button v-if="left > 200 || judging?.paused" type="button" :disabled="busy" @click="turn">
      {{ judging?.paused ? 'go on' : 'pause' }}
    </button>
  </span>
</template>

<style scoped>
button {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  min-height: 28px;
  font: inherit;
}
</style>
