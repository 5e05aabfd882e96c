<script setup lang="ts">
import { LABEL_FORMATS, type LabelFormatName, labelPlaces, plural } from '@esprel/core';
import Button from 'primevue/button';
import Dialog from 'primevue/dialog';
import { computed, ref } from 'vue';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { pictureOf } from './labelPicture.ts';
import LabelPicture from './LabelPicture.vue';
import PrintOut from './PrintOut.vue';
import { useLabels } from './useLabels.ts';

/** Labels that wait for the printer, as they will be; and how this desk prints. */
const emit = defineEmits<{ close: [] }>();
const labels = useLabels();
const done = ref(false);
const HOW = [
  { value: 'each', label: 'Each at once' },
  { value: 'sheet', label: 'Gathered for a sheet' },
  { value: 'hand', label: 'Written by hand' },
] as const;
const formats = Object.entries(LABEL_FORMATS).map(([value, f]) => ({ value: value as LabelFormatName, label: f.words }));
const skip = computed({
  get: () => String(labels.options.skip),
  set: (text: string) => (labels.options.skip = Math.max(0, Math.min(60, Math.floor(Number(text)) || 0))),
});
const isSheet = computed(() => labels.format.columns * labels.format.rows > 1);
const placed = computed(() => {
  const texts = labels.toPrint;
  const places = labelPlaces(labels.format, texts.length, isSheet.value ? labels.options.skip : 0);
  return texts.map((text, i) => ({ ...places[i]!, text, picture: pictureOf(text, labels.format) }));
});
const pages = computed(() => {
  const out: (typeof placed.value)[] = [];
  for (const p of placed.value) (out[p.page] ??= []).push(p);
  return out;
});
const page = computed(
  () =>
    `${String(labels.format.pageWidthMm)}mm ${String(placed.value[0]?.picture.heightMm && labels.format.rows === 1 ? placed.value[0].picture.heightMm : labels.format.pageHeightMm)}mm`,
);

async function printAll(print: () => Promise<void>): Promise<void> {
  await print();
  done.value = true;
}
function cameOut(): void {
  labels.allPrinted();
  done.value = false;
}
</script>

<template>
  <Dialog visible modal dismissable-mask header="Labels" :style="{ width: 'min(760px, 96vw)' }" @update:visible="emit('close')">
    <div class="options">
      <FieldChoice id="labels-how" v-model="labels.options.how" label="At this desk labels are" :options="HOW" />
      <FieldSelect
        v-if="labels.options.how !== 'hand'"
        id="labels-format"
        v-model="labels.options.format"
        label="Sheet or roll"
        :options="formats"
      />
      <FieldText v-if="labels.options.how === 'sheet' && isSheet" id="labels-skip" v-model="skip" label="Used on the first sheet" numeric />
    </div>
    <p v-if="labels.options.how === 'hand'">Write the code large on each packet; it stands beside each line under Comes in.</p>
    <p v-else-if="labels.options.how === 'each'">
      Each envelope opens the print dialog of the browser; a browser that was started for printing at once (docs, “The day itself”) skips
      it.
    </p>
    <p v-if="labels.toPrint.length === 0 && labels.options.how !== 'hand'" class="quiet">No label waits.</p>
    <PrintOut v-if="labels.toPrint.length > 0" v-slot="{ print }" :page="page">
      <div
        v-for="(p, i) in pages"
        :key="i"
        class="sheet"
        :style="{ width: `${labels.format.pageWidthMm}mm`, height: isSheet ? `${labels.format.pageHeightMm}mm` : 'auto' }"
      >
        <div v-for="(l, j) in p" :key="j" class="at" :style="isSheet ? { left: `${l.xMm}mm`, top: `${l.yMm}mm` } : { position: 'static' }">
          <LabelPicture :label="l.picture" :words="[l.text.code, l.text.title, ...l.text.cautions, ...l.text.lines].join('. ')" />
        </div>
      </div>
      <p class="row-of-buttons noprint">
        <Button v-if="!done" :label="`Print ${plural(labels.toPrint.length, 'label')}`" @click="printAll(print)" />
        <template v-else>
          <span>Did they come out?</span>
          <Button label="They did" @click="cameOut" />
          <Button severity="secondary" label="Print them again" @click="printAll(print)" />
        </template>
      </p>
    </PrintOut>
  </Dialog>
</template>

<style scoped>
.options {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin-bottom: 12px;
}
.sheet {
  position: relative;
  background: var(--white);
  border: 1px solid var(--edge);
  margin-bottom: 10px;
  overflow: hidden;
  break-after: page;
}
.at {
  position: absolute;
}
@media screen {
  .sheet {
    zoom: 0.8;
    max-width: 100%;
  }
}
@media print {
  .sheet {
    border: 0;
    margin: 0;
  }
}
</style>
