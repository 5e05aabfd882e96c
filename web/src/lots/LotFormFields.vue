<script setup lang="ts">
import { FORM_WORDS, FORMS } from '@esprel/core';
import type { LotSheetData } from '@esprel/core/api';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';

/** In what form seed came, and what its packet says of its germination. */
defineProps<{ errors: Readonly<Record<string, string>> }>();
/** What the form holds; its fields are written as they are typed. */
const model = defineModel<{ form: LotSheetData['lot']['form']; stated: string }>({ required: true });
</script>

<template>
  <FieldSelect
    id="form"
    v-model="model.form"
    class="half"
    label="Form"
    word="form"
    :options="FORMS.map((f) => ({ value: f, label: FORM_WORDS[f] }))"
    :error="errors.form"
  />
  <FieldText
    id="stated"
    v-model="model.stated"
    class="half"
    label="Germination on the packet"
    placeholder="if printed"
    numeric
    unit="%"
    :error="errors.statedGermination"
  />
</template>
