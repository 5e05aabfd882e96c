<script setup lang="ts">
import type { GlossaryKey } from '@esprel/core';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useSession } from '../base/session.ts';
import CalendarButton from './CalendarButton.vue';
import FieldShell from './FieldShell.vue';
import { readYearDay, yearDayWords } from './yearDay.ts';

/** A day of the year without a year, as `MM-DD`: typed as "6 May", or chosen in the calendar of the browser. */
defineProps<{
  id: string;
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  optional?: boolean;
  word?: GlossaryKey;
}>();
const model = defineModel<string>({ required: true });
const session = useSession();
const order = computed(() => session.settings?.dateOrder ?? 'day-month');
const text = ref('');

watch(
  [model, order],
  () => {
    text.value = yearDayWords(model.value, order.value);
  },
  { immediate: true },
);

/** What cannot be read stays as it was typed, so that the form can say so. */
function read(): void {
  const typed = text.value.trim();
  model.value = typed === '' ? '' : (readYearDay(typed, order.value) ?? typed);
  text.value = yearDayWords(model.value, order.value);
}
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint" :optional="optional" :word="word">
    <template #default="{ described }">
      <CalendarButton
        :label="`${label}: open the calendar`"
        :day="/^\d\d-\d\d$/.test(model) ? `2028-${model}` : ''"
        @pick="model = $event.slice(5)"
      >
        <InputText
          :id="id"
          v-model="text"
          autocomplete="off"
          :placeholder="yearDayWords('05-06', order)"
          :invalid="error !== undefined"
          :aria-invalid="error !== undefined"
          :aria-describedby="described"
          @blur="read"
          @keydown.enter="read"
        />
      </CalendarButton>
    </template>
  </FieldShell>
</template>
