<script setup lang="ts">
import ProgressBar from 'primevue/progressbar';
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { addressOf, labelsApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import type { Asked } from '../base/asked.ts';
import { fileAddress, readFile, readOnce } from '../base/calls.ts';

/** The PDF of a run of labels. A long run takes some seconds: it is drawn here, with its progress, before it is opened or saved. */
const props = defineProps<{
  readonly run: Asked<typeof labelsApi.plan>;
  readonly labels: number;
  /** How the printer fits, as it is asked of the server. */
  readonly fit: Pick<Asked<typeof labelsApi.pdf>, 'scaleX' | 'scaleY' | 'shiftX' | 'shiftY'>;
}>();
/** Up to so many are drawn before anybody has looked for a progress bar. */
const FEW = 100;
const ASKED_EVERY_MS = 250;

const progress = ref<{ readonly done: number; readonly of: number } | null>(null);
const drawn = ref<string | null>(null);
const wrong = ref<string | null>(null);
const words = computed(() => {
  const { done, of } = progress.value ?? { done: 0, of: 0 };
  if (of === 0) return `Laying out ${plural(props.labels, 'label')} …`;
  return done < of ? `Drawing label ${String(done)} of ${String(of)}` : `${plural(of, 'label')} drawn; putting the file together …`;
});
let going: AbortController | null = null;

function drop(): void {
  going?.abort();
  going = null;
  progress.value = null;
  wrong.value = null;
  if (drawn.value !== null) URL.revokeObjectURL(drawn.value);
  drawn.value = null;
}
watch(() => [addressOf(labelsApi.plan, props.run), props.labels], drop);
onBeforeUnmount(drop);

async function follow(controller: AbortController): Promise<void> {
  while (going === controller && progress.value !== null) {
    await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS));
    // Missing a look at how far it is is no trouble; the file itself says when something is wrong.
    const so = await readOnce(labelsApi.drawing, props.run, controller.signal).catch(() => null);
    if (so !== null && going === controller && progress.value !== null) progress.value = so;
  }
}

async function draw(): Promise<void> {
  drop();
  const controller = (going = new AbortController());
  progress.value = { done: 0, of: 0 };
  void follow(controller);
  try {
    const file = await readFile(labelsApi.pdf, { ...props.run, ...props.fit }, controller.signal);
    if (going !== controller) return;
    drawn.value = URL.createObjectURL(file);
    progress.value = null;
    // A browser that keeps pages from opening by themselves leaves the link.
    window.open(drawn.value);
    await nextTick();
    document.getElementById('print')?.focus();
  } catch (error) {
    if (going !== controller) return;
    progress.value = null;
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <template v-if="labels <= FEW">
    <a id="print" class="p-button button" :href="fileAddress(labelsApi.pdf, { ...run, ...fit })" target="_blank" rel="noopener"
      >Open as PDF <kbd>P</kbd></a
    >
    <a :href="fileAddress(labelsApi.pdf, { ...run, ...fit, save: '1' })">Save the PDF</a>
  </template>
  <template v-else-if="drawn !== null">
    <a id="print" class="p-button button" :href="drawn" target="_blank">Open the PDF <kbd>P</kbd></a>
    <a :href="drawn" download="labels.pdf">Save the PDF</a>
  </template>
  <div v-else-if="progress !== null" class="progress" role="status">
    <span id="drawing-words">{{ words }}</span>
    <ProgressBar
      id="drawing"
      aria-labelledby="drawing-words"
      :mode="progress.of === 0 ? 'indeterminate' : 'determinate'"
      :value="Math.round((100 * progress.done) / Math.max(1, progress.of))"
      :show-value="false"
    />
  </div>
  <Button v-else id="print" @click="draw">Draw the PDF <kbd>P</kbd></Button>
  <DeskMessage v-if="wrong !== null" kind="problem">{{ wrong }}</DeskMessage>
</template>

<style scoped>
.button {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  padding: 8px 14px;
}
.progress {
  display: grid;
  gap: 4px;
  flex: 1 1 100%;
}
.wrong {
  color: var(--act);
  font-weight: 600;
  flex: 1 1 100%;
}
</style>
