<script setup lang="ts">
import type { LotSheetData } from '@esprel/core/api';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';

/** The year of a lot and what it is the year of. */
defineProps<{ errors: Readonly<Record<string, string>> }>();
/** What the form holds; its fields are written as they are typed. */
const model = defineModel<{ year: string; yearKind: LotSheetData['lot']['yearKind'] }>({ required: true });
</script>

<template>
  <FieldText
    id="year"
    v-model="model.year"
    class="third"
    label="Year"
    numeric
    :disabled="model.yearKind === 'unknown'"
    :error="errors.year"
  />
  <FieldChoice
    id="year-kind"
    v-model="model.yearKind"
    class="two-thirds"
    label="It is the year of"
    :options="[
      { value: 'harvest', label: 'Harvest' },
      { value: 'packing', label: 'Packing' },
      { value: 'unknown', label: 'Not known' },
    ]"
    :hint="model.yearKind === 'packing' ? 'Packed seed was usually harvested the year before; it is aged so.' : undefined"
    :error="errors.yearKind"
  />
</template>
