<script setup lang="ts">
import { ref } from 'vue';

/** A text field with the calendar of the browser behind a button at its end; what is chosen there comes as `YYYY-MM-DD`. */
defineProps<{ day: string; label: string; max?: string | undefined; min?: string | undefined }>();
const emit = defineEmits<{ pick: [day: string] }>();
const picker = ref<HTMLInputElement | null>(null);
</script>

<template>
  <span class="day">
    <slot />
    <button type="button" :aria-label="label" tabindex="-1" @click="picker?.showPicker()">
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
      :value="day"
      :max="max"
      :min="min"
      @change="emit('pick', ($event.target as HTMLInputElement).value)"
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
