<script setup lang="ts">
import { dayInYear, sdFromOneInTen } from '@esprel/core';
import { ref, watch } from 'vue';
import FieldYearDay from './FieldYearDay.vue';

/** The day with one chance in ten of a frost after it, for whoever knows that instead of a spread: it sets the spread. */
const props = defineProps<{ id: string; lastFrost: string }>();
const sdDays = defineModel<string>({ required: true });
const oneInTen = ref('');
const YEAR_DAY = /^\d\d-\d\d$/;
const error = ref<string | undefined>(undefined);
watch([oneInTen, () => props.lastFrost], ([day, last]) => {
  error.value = undefined;
  if (!YEAR_DAY.test(day) || !YEAR_DAY.test(last)) return;
  try {
    sdDays.value = String(Math.round(sdFromOneInTen(dayInYear(2027, last), dayInYear(2027, day)) * 10) / 10);
  } catch {
    error.value = 'must be later than the usual last frost';
  }
});
</script>

<template>
  <FieldYearDay
    :id="id"
    v-model="oneInTen"
    label="Or the one-in-ten day"
    optional
    hint="one spring in ten has a frost after it; it sets the spread"
    :error="error"
  />
</template>
