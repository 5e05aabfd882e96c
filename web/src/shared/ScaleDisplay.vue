<script setup lang="ts">
import { CircleCheck, Waves } from '@lucide/vue';
import { GRAMS_PER_OUNCE } from '@esprel/core';
import type { ScaleState } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useSession } from '../base/session.ts';

/** The display of the scale: a number that can be trusted only when it rests. */
const props = defineProps<{ reading: ScaleState | null }>();
const emit = defineEmits<{ tare: [] }>();
const session = useSession();
const shown = computed(() => {
  const r = props.reading;
  if (!r) return 'no scale';
  if (r.overloaded) return 'too heavy';
  return session.settings?.massUnit === 'oz' ? `${(r.grams / GRAMS_PER_OUNCE).toFixed(4)} oz` : `${r.grams.toFixed(3)} g`;
});
const state = computed(() =>
  !props.reading
    ? 'off'
    : props.reading.overloaded
      ? `at most ${String(props.reading.maxGrams)} g`
      : props.reading.stable
        ? 'at rest'
        : 'still moving',
);
</script>

<template>
  <div class="scale" role="group" aria-label="Scale">
    <p class="shown numbers" :class="{ moving: !reading?.stable }">{{ shown }}</p>
    <p class="state">
      <component :is="reading?.stable ? CircleCheck : Waves" :size="16" aria-hidden="true" />
      {{ state }}
    </p>
    <Button type="button" severity="secondary" label="Zero it" @click="emit('tare')" />
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  grid-template-columns: minmax(150px, auto) 120px auto;
  gap: 14px;
  align-items: center;
  background: var(--wood);
  color: var(--paper);
  padding: 10px 16px;
  border-radius: 3px;
  width: min(100%, 480px);
}
.shown {
  font-family: var(--mono);
  font-size: 27px;
  text-align: right;
}
.shown.moving {
  opacity: 0.65;
}
.state {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
