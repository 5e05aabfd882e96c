<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useSession } from '../app/session.ts';
import FieldShell from './FieldShell.vue';
import { readYearDay, yearDayWords } from './yearDay.ts';

/** A day of the year without a year, as `MM-DD`: typed as "6 May", or chosen in the calendar of the browser. */
defineProps<{ id: string; label: string; error?: string | undefined; hint?: string | undefined; optional?: boolean }>();
const model = defineModel<string>({ required: true });
const session = useSession();
const order = computed(() => session.settings?.dateOrder ?? 'day-month');
const text = ref('');
const picker = ref<HTMLInputElement | null>(null);

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
function pick(): void {
  picker.value?.showPicker();
}
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint" :optional="optional">
    <template #default="{ described }">
      <span class="day">
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
        <button type="button" :aria-label="`${label}: open the calendar`" tabindex="-1" @click="pick">
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
          :value="/^\d\d-\d\d$/.test(model) ? `2028-${model}` : ''"
          @change="model = ($event.target as HTMLInputElement).value.slice(5)"
        />
      </span>
    </template>
  </FieldShell>
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
