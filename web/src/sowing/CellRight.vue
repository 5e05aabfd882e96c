<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { type TrayCellShown, traysApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { numberOf, useForm } from '../base/useForm.ts';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';

/** What really lies in one cell of a sown tray: another letter, another number of seeds, or nothing. */
const props = defineProps<{
  trayId: number;
  version: number;
  cell: number;
  /** What is written of it now; null for an empty cell. */
  now: TrayCellShown | null;
  /** Letters that were sown on this tray. */
  letters: readonly { readonly letter: string; readonly variety: string; readonly seedsPerCell: number }[];
}>();
const emit = defineEmits<{ done: []; count: [up: number] }>();
const EMPTY = '';
const form = useForm({
  name: null,
  initial: () => ({
    letter: props.now?.letter ?? props.letters[0]?.letter ?? EMPTY,
    seeds: String(props.now?.seeds ?? props.letters[0]?.seedsPerCell ?? 1),
    up: String(props.now?.up ?? 0),
  }),
  of: traysApi.putRight,
  body: (v) => ({
    version: props.version,
    cell: props.cell,
    letter: v.letter === EMPTY ? null : v.letter,
    seeds: v.letter === EMPTY ? 0 : (numberOf('seeds', v.seeds) ?? undefined),
  }),
  asked: () => ({ id: props.trayId }),
});
async function save(): Promise<void> {
  if (await form.send()) emit('done');
}
/** A section without cells holds more than the nine that a key can say. */
function say(): void {
  const up = Number(form.values.up.trim());
  if (Number.isInteger(up) && up >= 0) emit('count', up);
}
</script>

<template>
  <form class="right" novalidate aria-label="What lies in it" @submit.prevent="save">
    <template v-if="now && now.seeds > 9">
      <FieldText id="cell-up" v-model="form.values.up" label="Up in it" numeric :unit="`of ${now.seeds}`" />
      <Button type="button" severity="secondary" label="Count it" @click="say" />
    </template>
    <FieldSelect
      id="cell-letter"
      v-model="form.values.letter"
      label="It really holds"
      :options="[
        ...letters.map((l) => ({ value: l.letter, label: `${l.letter}, ${l.variety}` })),
        ...(now === null ? [] : [{ value: EMPTY, label: 'nothing' }]),
      ]"
      :error="form.errors.letter"
    />
    <FieldText
      v-if="form.values.letter !== EMPTY"
      id="cell-seeds"
      v-model="form.values.seeds"
      label="Seeds"
      numeric
      :error="form.errors.seeds"
    />
    <Button type="submit" severity="secondary" :disabled="form.sending" label="Put right" />
    <p v-if="now && now.up > 0" class="quiet small">{{ plural(now.up, 'seedling') }} in it go with it.</p>
    <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
  </form>
</template>

<style scoped>
.right {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: flex-end;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
</style>
