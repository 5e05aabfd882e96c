<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import { type CropFigure, OWN_FIGURES, type OwnFigure } from '@esprel/core';
import { computed } from 'vue';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';

/** One figure of a crop: a number with its unit, one of some words, or any of them. Numbers are text until the form is sent. */
const props = defineProps<{ field: OwnFigure; error?: string | undefined; hint?: string | undefined }>();
const model = defineModel<string | string[]>({ required: true });
const figure = computed((): CropFigure => OWN_FIGURES[props.field]);
const text = computed({ get: () => String(model.value), set: (v: string | null) => (model.value = v ?? '') });
const options = computed(() =>
  figure.value.kind === 'choice' || figure.value.kind === 'flags'
    ? Object.entries(figure.value.options).map(([value, label]) => ({ value, label }))
    : [],
);
const chosen = computed(() => (Array.isArray(model.value) ? model.value : []));
function toggle(flag: string): void {
  model.value = chosen.value.includes(flag) ? chosen.value.filter((f) => f !== flag) : [...chosen.value, flag];
}
const unit = computed(() => (figure.value.kind === 'number' ? (figure.value.unit === 'share' ? '%' : figure.value.unit) : undefined));
</script>

<template>
  <fieldset v-if="figure.kind === 'flags'" class="flags">
    <legend>{{ figure.label }}</legend>
    <label v-for="o in options" :key="o.value" :class="{ chosen: chosen.includes(o.value) }">
      <Checkbox binary :model-value="chosen.includes(o.value)" @update:model-value="toggle(o.value)" />{{ o.label }}
    </label>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
  </fieldset>
  <FieldChoice
    v-else-if="figure.kind === 'choice' && options.length <= 3"
    :id="`figure-${field}`"
    v-model="text"
    :label="figure.label"
    :options="options"
    :error="error"
    :hint="hint"
  />
  <FieldSelect
    v-else-if="figure.kind === 'choice'"
    :id="`figure-${field}`"
    v-model="text"
    :label="figure.label"
    :options="options"
    :error="error"
  />
  <FieldText
    v-else
    :id="`figure-${field}`"
    v-model="text"
    :label="figure.label"
    :numeric="figure.kind === 'number'"
    v-bind="unit === undefined ? {} : { unit }"
    :hint="hint ?? (figure.kind === 'text' ? figure.hint : undefined)"
    :error="error"
  />
</template>

<style scoped>
.flags {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
legend {
  font-weight: 600;
  padding: 0;
  margin-bottom: 3px;
}
label {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  cursor: pointer;
}
label.chosen {
  background: var(--action-soft);
  border-color: var(--action);
  font-weight: 600;
}
.error {
  color: var(--act);
  font-weight: 600;
  flex-basis: 100%;
}
</style>
