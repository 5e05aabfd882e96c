<script setup lang="ts">
import { renewalsApi, type RenewalFigureShown } from '@esprel/core/api';
import Button from 'primevue/button';
import { gather, numberOf, shareOf, useForm } from '../base/useForm.ts';
import FieldText from '../fields/FieldText.vue';
import LineForm from './LineForm.vue';

/** A figure that somebody knows better than the library, with why. */
const props = defineProps<{ varietyId: number; figure: RenewalFigureShown }>();
const emit = defineEmits<{ done: [] }>();
const isShare = props.figure.figure === 'keep' || props.figure.figure === 'chance';
const asTyped = (n: number): string => String(isShare ? Math.round(100 * n) : n);
const UNIT = { worth: 'times', keep: 'in 100', plants: 'plants', chance: 'in 100' } as const;

const form = useForm({
  name: `renewal.${String(props.varietyId)}.${props.figure.figure}.${String(props.figure.gardenId)}`,
  initial: () => ({ value: asTyped(props.figure.said?.value ?? props.figure.computed), why: props.figure.said?.why ?? '', back: false }),
  of: renewalsApi.figure,
  body: (v) => {
    const n = gather({ value: () => (isShare ? shareOf('value', v.value) : numberOf('value', v.value)) });
    return {
      varietyId: props.varietyId,
      gardenId: props.figure.gardenId,
      figure: props.figure.figure,
      value: v.back ? null : n.value,
      why: v.back ? null : v.why.trim(),
      version: props.figure.version,
    };
  },
});
async function save(back: boolean): Promise<void> {
  form.values.back = back;
  if (await form.send()) emit('done');
}
</script>

<template>
  <LineForm action="Say so" :sending="form.sending" :problem="form.problem" @submit="save(false)" @leave="emit('done')">
    <FieldText
      id="figure-value"
      v-model="form.values.value"
      :label="figure.name"
      numeric
      :unit="UNIT[figure.figure]"
      :error="form.errors.value"
    />
    <FieldText id="figure-why" v-model="form.values.why" class="two" label="Why" :error="form.errors.why" />
    <template #actions>
      <Button v-if="figure.said" label="The library’s figure again" size="small" severity="secondary" type="button" @click="save(true)" />
    </template>
  </LineForm>
</template>
