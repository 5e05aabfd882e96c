<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from 'vue';
import { pictureOf } from './labelPicture.ts';
import LabelPicture from './LabelPicture.vue';
import PrintOut from './PrintOut.vue';
import { useLabels } from './useLabels.ts';

/** The labels of the last envelope, printed as soon as it came in. */
const labels = useLabels();
const out = useTemplateRef('out');
watch(
  () => labels.now,
  async (now) => {
    if (now.length === 0) return;
    await nextTick();
    await out.value?.print();
    labels.now = [];
  },
);
</script>

<template>
  <div class="waits">
    <PrintOut v-if="labels.now.length > 0" ref="out" :page="`${labels.format.widthMm}mm ${labels.format.heightMm}mm`">
      <div v-for="(text, i) in labels.now" :key="i" class="one">
        <LabelPicture :label="pictureOf(text, labels.format)" :words="[text.code, text.title, ...text.lines].join('. ')" />
      </div>
    </PrintOut>
  </div>
</template>

<style scoped>
.waits {
  display: none;
}
.one {
  break-after: page;
}
</style>
