<script setup lang="ts">
import QuickSelect from '../fields/QuickSelect.vue';
import { ACQUISITIONS, IMPORT_FIELD_KEYS, IMPORT_FIELDS, type ImportField } from '@esprel/core';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldPlace from '../fields/FieldPlace.vue';
import FieldText from '../fields/FieldText.vue';
import { useImport } from './useImport.ts';

/** Which column holds what: guessed, and put right by hand; and what holds where the file is silent. */
const work = useImport();
const session = useSession();
const file = computed(() => work.file);
const SEPARATORS = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' } as const;

const fieldOf = (column: number): ImportField | '' => IMPORT_FIELD_KEYS.find((f) => work.columns[f] === column) ?? '';
const FIELDS = [
  { value: '' as ImportField | '', label: 'leave alone' },
  ...IMPORT_FIELD_KEYS.map((f) => ({ value: f, label: IMPORT_FIELDS[f].label })),
];
const optionsOf = (words: Readonly<Record<string, string>>) => Object.entries(words).map(([value, label]) => ({ value, label }));
function setField(column: number, field: ImportField | ''): void {
  const { columns } = work;
  for (const f of IMPORT_FIELD_KEYS) if (columns[f] === column) delete columns[f];
  if (field !== '') columns[field] = column;
}
const lacking = computed(() =>
  IMPORT_FIELD_KEYS.filter((f) => IMPORT_FIELDS[f].needed && work.columns[f] === undefined).map((f) => IMPORT_FIELDS[f].label),
);
const noAmount = computed(() => (['seeds', 'grams', 'ounces'] as const).every((f) => work.columns[f] === undefined));
</script>

<template>
  <section v-if="file" aria-label="Columns">
    <h2>What each column holds</h2>
    <div class="wide">
      <table class="plain-table">
        <thead>
          <tr>
            <th v-for="(h, i) in file.header" :key="i" scope="col">
              <span class="heading">{{ h || `column ${i + 1}` }}</span>
              <QuickSelect
                :model-value="fieldOf(i)"
                :label="`Column ${h || i + 1} holds`"
                :class="{ unused: fieldOf(i) === '' }"
                :options="FIELDS"
                @update:model-value="setField(i, $event)"
              />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in file.sample" :key="i">
            <td v-for="(h, c) in file.header" :key="c" class="quiet">{{ (r[c] ?? '').slice(0, 40) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="lacking.length > 0 || noAmount" class="lacking">
      Not found yet: {{ [...lacking, ...(noAmount ? ['Seeds or a weight'] : [])].join(', ') }}. Choose the columns above.
    </p>
    <div class="rest">
      <FieldText
        id="import-source"
        v-model="work.defaults.source"
        label="Came from"
        :hint="work.columns.source === undefined ? 'for all rows' : 'where the file does not say'"
        :error="work.fields.source"
      />
      <FieldChoice
        id="import-how"
        v-model="work.defaults.acquisition"
        label="How"
        :options="ACQUISITIONS.map((a) => ({ value: a, label: { donated: 'Gift', purchased: 'Bought', saved: 'Saved' }[a] }))"
      />
      <FieldDay
        id="import-came"
        v-model="work.defaults.receivedOn"
        label="Came on"
        :max="session.today"
        hint="today, if left empty"
        :error="work.fields.receivedOn"
      />
      <FieldPlace id="import-place" v-model="work.defaults.placeId" />
    </div>
    <p class="row-of-buttons">
      <Button
        :label="file.state === 'chosen' ? 'Read the rows' : 'Read the rows again'"
        :severity="file.state === 'chosen' ? undefined : 'secondary'"
        :disabled="work.busy"
        @click="work.read()"
      />
      <span class="how"
        >Letters
        <QuickSelect
          label="Letters"
          :model-value="file.encoding ?? ''"
          :options="optionsOf(file.encodings)"
          @update:model-value="work.read({ encoding: $event })"
      /></span>
      <span class="how"
        >Between the cells
        <QuickSelect
          label="Between the cells"
          :model-value="file.separator ?? ''"
          :options="optionsOf(SEPARATORS)"
          @update:model-value="work.read({ separator: $event as keyof typeof SEPARATORS })"
      /></span>
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
h2 {
  font-size: 18px;
}
.wide {
  overflow-x: auto;
  border: 1px solid var(--rule);
}
th,
td {
  padding: 6px 10px !important;
  white-space: nowrap;
}
.heading {
  display: block;
  font-weight: 600;
  color: var(--ink);
}
.unused {
  color: var(--quiet);
  border-style: dashed;
}
.lacking {
  color: var(--watch);
  font-weight: 600;
}
.rest {
  display: grid;
  grid-template-columns: 1.2fr auto 1fr 1.2fr;
  gap: 14px;
}
.how {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--quiet);
}
@media (max-width: 900px) {
  .rest {
    grid-template-columns: 1fr;
  }
}
</style>
