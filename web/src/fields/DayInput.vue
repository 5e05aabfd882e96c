<script setup lang="ts">
import { isDay } from '@esprel/core';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import { readDay } from './dayText.ts';

/** A date typed in any usual way and shown in the library's own; the button opens the calendar of the browser. */
defineProps<{ id: string; invalid?: boolean; describedby?: string | undefined; max?: string | undefined; min?: string | undefined }>();
const model = defineModel<string | null>({ required: true });
const session = useSession();
const format = useFormat();
const text = ref('');
const picker = ref<HTMLInputElement | null>(null);
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
  model.value = typed === '' ? '' : (readDay(typed, session.today, order.value) ?? typed);
  if (isDay(model.value)) text.value = format.day(model.value);
}
function pick(): void {
  picker.value?.showPicker();
}
</script>

<template>
  <span class="day">
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
    <button type="button" aria-label="Open the calendar" tabindex="-1" @click="pick">
      <svg viewBox="0 0 18 18" width="18" height="18" aria-hidden="true" fill="none" stroke="currentColor" stroke-width="1.500">
        <rect x="2" y="4" width="14" height="12" />
        <path d="M2 8h14M6 2v4M12 2v4" />
      </svg>
    </button>
    <input
      ref="picker"
      class="picker"
      type="date"
      tabindex="-1"
      aria-hidden="true"
      :value="isDay(model) ? model : ''"
      :max="max"
      :min="min"
      @change="model = ($event.target as HTMLInputElement).value"
    />
  </span>
</template>

<style scoped>
.day {
  position: relative;
  display: flex;
}
button {
  position: absolute;
  right: 0;
  top: 0;
  width: 40px;
  height: 40px;
  border: 0;
  background: none;
  color: var(--quiet);
  cursor: pointer;
}
.picker {
  position: absolute;
  inset: auto 0 0 auto;
  width: 1px;
  height: 1px;
  opacity: 0;
  pointer-events: none;
}
</style>
