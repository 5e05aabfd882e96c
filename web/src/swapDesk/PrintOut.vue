<script setup lang="ts">
import { nextTick, ref } from 'vue';

/** Something that is printed without the page around it. `page` is the size of the paper, as a style sheet says it. */
defineProps<{ page?: string }>();
const printing = ref(false);

async function print(): Promise<void> {
  printing.value = true;
  await nextTick();
  // Letters that were not used before are there before the printer asks.
  await document.fonts.ready;
  window.print();
  printing.value = false;
}
defineExpose({ print });
</script>

<template>
  <Teleport to="body" :disabled="!printing">
    <div :class="{ 'on-paper': printing }">
      <slot :print="print" />
      <component :is="'style'" v-if="printing"
        >@page { size: {{ page ?? 'auto' }}; margin: {{ page === undefined ? '15mm' : '0' }}; }</component
      >
    </div>
  </Teleport>
</template>

<style>
@media print {
  body:has(> .on-paper) > :not(.on-paper) {
    display: none !important;
  }
}
</style>
