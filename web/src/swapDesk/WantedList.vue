<script setup lang="ts">
import { plural } from '@esprel/core';
import type { SwapWanted } from '@esprel/core/api';
import Dialog from 'primevue/dialog';
import { useSwapDesk } from './useSwapDesk.ts';

/** What to ask visitors for. */
const emit = defineEmits<{ close: [] }>();
const desk = useSwapDesk();
const why = (w: SwapWanted): string =>
  w.why === 'waited-for' ? `${plural(w.waiting, 'member')} ${w.waiting === 1 ? 'waits' : 'wait'} for it` : 'what we have is nearly lost';
</script>

<template>
  <Dialog
    visible
    modal
    dismissable-mask
    header="Ask for what is wanted"
    :style="{ width: 'min(640px, 94vw)' }"
    @update:visible="emit('close')"
  >
    <p v-if="(desk.copy?.wanted.length ?? 0) === 0">Nothing is waited for, and nothing is about to be lost.</p>
    <template v-else>
      <p>“Do you have any of these at home?” Seed, or somebody who grows it, will do.</p>
      <ul class="plain">
        <li v-for="w in desk.copy?.wanted" :key="w.varietyId">
          <span
            ><strong>{{ w.variety }}</strong> <span class="quiet">{{ w.crop.toLowerCase() }}</span></span
          >
          <span class="quiet">{{ why(w) }}</span>
        </li>
      </ul>
    </template>
  </Dialog>
</template>

<style scoped>
ul {
  margin-top: 10px;
}
li {
  display: flex;
  justify-content: space-between;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
