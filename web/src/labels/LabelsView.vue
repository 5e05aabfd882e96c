<script setup lang="ts">
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useLocalStorage } from '@vueuse/core';
import { useSession } from '../app/session.ts';
import { useFetched } from '../app/useFetched.ts';
import { type LabelLot, labelCells, labelLines, SHEETS, type SheetName } from './labelSheet.ts';

const route = useRoute();
const router = useRouter();
const session = useSession();
const sheetName = useLocalStorage<SheetName>('esprel.labels.sheet', 'envelopes');
const skip = useLocalStorage<number>('esprel.labels.skip', 0);
const copies = useLocalStorage<number>('esprel.labels.copies', 1);

const codes = computed(() => (typeof route.query.codes === 'string' ? route.query.codes : ''));
const { data, problem } = useFetched<{ lots: LabelLot[] }>(() =>
  codes.value === '' ? null : `/lots/by-code?codes=${encodeURIComponent(codes.value)}`,
);
const sheet = computed(() => SHEETS[sheetName.value] ?? SHEETS.envelopes);
const pages = computed(() => labelCells(data.value?.lots ?? [], sheet.value, Number(skip.value) || 0, Number(copies.value) || 1));
const missing = computed(() =>
  data.value ? codes.value.split(',').filter((c) => c !== '' && !data.value?.lots.some((l) => l.code === c)) : [],
);
const print = (): void => {
  window.print();
};
</script>

<template>
  <div class="labels">
    <aside class="controls scrolls">
      <h1>Labels</h1>
      <p class="quiet">
        {{ data?.lots.length ?? 0 }} {{ data?.lots.length === 1 ? 'lot' : 'lots' }}. Print them before your hands are dirty, at 100 %,
        without “fit to page”.
      </p>
      <p v-if="problem" role="alert" class="wrong">{{ problem.message }}</p>
      <p v-if="missing.length > 0" role="alert" class="wrong">No such lot here: {{ missing.join(', ') }}.</p>
      <div class="field">
        <label for="sheet">Sheet</label>
        <select id="sheet" v-model="sheetName">
          <option v-for="(s, key) in SHEETS" :key="key" :value="key">{{ s.words }}</option>
        </select>
      </div>
      <div class="field">
        <label for="skip">Labels already used on the first sheet</label>
        <input id="skip" v-model.number="skip" type="number" min="0" :max="sheet.columns * sheet.rows - 1" />
      </div>
      <div class="field">
        <label for="copies">Of each lot</label>
        <input id="copies" v-model.number="copies" type="number" min="1" max="50" />
      </div>
      <div class="row-of-buttons">
        <Button :disabled="!data || data.lots.length === 0" @click="print">Print <kbd>P</kbd></Button>
        <Button severity="secondary" label="Back" @click="router.back()" />
      </div>
    </aside>
    <div class="paper scrolls" tabindex="0" role="region" aria-label="What will be printed">
      <p v-if="codes === ''" class="empty">
        <strong>No lot is chosen.</strong> Open a lot, or put envelopes on the table, and press <kbd>P</kbd>.
      </p>
      <div
        v-for="(page, p) in pages"
        :key="p"
        class="page"
        :style="{
          gridTemplateColumns: `repeat(${sheet.columns}, ${sheet.widthMm}mm)`,
          gridAutoRows: `${sheet.heightMm}mm`,
          padding: `${sheet.topMm}mm 0 0 ${sheet.leftMm}mm`,
          columnGap: `${sheet.gapXMm}mm`,
        }"
      >
        <template v-for="(lot, i) in page" :key="i">
          <div v-if="lot === null" class="label used" aria-hidden="true" />
          <div v-else class="label" :class="sheetName">
            <img :src="`/api/labels/${lot.code}.svg`" :alt="`scannable code of ${lot.code}`" />
            <div class="text">
              <p class="code">{{ lot.code }}</p>
              <p class="variety">{{ lot.variety }}</p>
              <p v-for="c in lot.cautions" :key="c" class="warn">{{ c }}</p>
              <p
                v-for="l in labelLines(lot, session.settings?.libraryName ?? '', session.settings?.lengthUnit ?? 'mm')"
                :key="l"
                class="line"
              >
                {{ l }}
              </p>
            </div>
          </div>
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  height: 100%;
}
.controls {
  padding: 20px 22px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.field {
  display: grid;
  gap: 3px;
  grid-template-columns: minmax(0, 1fr);
}
.field label {
  font-weight: 600;
}
.field select,
.field input {
  min-height: 40px;
  border: 1px solid #8d8778;
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
.paper {
  background: #e3dccd;
  padding: 20px;
}
.page {
  width: 210mm;
  height: 297mm;
  background: #fff;
  display: grid;
  align-content: start;
  margin: 0 auto 20px;
  box-shadow: 0 2px 8px rgb(60 50 30 / 25%);
  overflow: hidden;
}
.label {
  outline: 1px dashed #d5cdbd;
  outline-offset: -1px;
  padding: 2mm 2mm 1mm;
  display: flex;
  gap: 2mm;
  overflow: hidden;
  font-size: 8.5pt;
  line-height: 1.18;
}
.label.used {
  background: repeating-linear-gradient(45deg, #f4f0e6 0 3mm, #fff 3mm 6mm);
}
.label img {
  width: 15mm;
  height: 15mm;
  flex: none;
  image-rendering: pixelated;
}
.text {
  min-width: 0;
}
.code {
  font-size: 12.5pt;
  font-weight: 600;
}
.variety {
  font-weight: 600;
  font-size: 10pt;
}
.warn {
  font-weight: 700;
  font-size: 7.5pt;
}
.label.tags {
  padding: 1mm 2mm;
  align-items: center;
}
.label.tags img {
  width: 14mm;
  height: 14mm;
}
.label.tags .warn {
  display: none;
}
@media (max-width: 760px) {
  .labels {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr);
  }
}
</style>
<style>
@media print {
  @page {
    size: A4;
    margin: 0;
  }
  body:has(.labels) .frame > :not(main),
  body:has(.labels) .controls {
    display: none !important;
  }
  html:has(.labels),
  body:has(.labels),
  body:has(.labels) #app,
  body:has(.labels) .frame,
  body:has(.labels) main,
  body:has(.labels) .labels,
  body:has(.labels) .paper {
    display: block !important;
    height: auto !important;
    overflow: visible !important;
    padding: 0 !important;
    background: none !important;
  }
  body:has(.labels) .page {
    margin: 0 !important;
    box-shadow: none !important;
    break-after: page;
  }
  body:has(.labels) .label {
    outline: 0;
  }
}
</style>
