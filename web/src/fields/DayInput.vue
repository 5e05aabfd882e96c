<script setup lang="ts">
import { isDay } from '@esprel/core';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import CalendarButton from './CalendarButton.vue';
import { readDay } from './dayText.ts';

/** A date typed in any usual way and shown in the library's own; the button opens the calendar of the browser. */
const props = defineProps<{
  id: string;
  invalid?: boolean;
  describedby?: string | undefined;
  max?: string | undefined;
  min?: string | undefined;
}>();
const model = defineModel<string | null>({ required: true });
const session = useSession();
const format = useFormat();
const text = ref('');
const order = computed(() => session.settings?.dateOrder ?? 'day-month');

watch(
  [model, order, () => session.today],
  () => {
    text.value = isDay(model.value) ? format.day(model.value) : (model.value ?? '');
  },
  { immediate: true },
);

/** What cannot be read stays as it was typed, so that the form can say so. */
function read(): void {
  const typed = text.value.trim();
  model.value = typed === '' ? '' : (readDay(typed, session.today, order.value, isDay(props.min) ? props.min : undefined) ?? typed);
  if (isDay(model.value)) text.value = format.day(model.value);
}
</script>

<template>
  <CalendarButton label="Open the calendar" :day="isDay(model) ? model : ''" :max="max" :min="min" @pick="model = $event">
    <InputText
      :id="id"
      v-model="text"
      autocomplete="off"
      :invalid="invalid"
      :aria-invalid="invalid"
      :aria-describedby="describedby"
      @blur="read"
      @keydown.enter="read"
    />
  </CalendarButton>
</template>
