<script setup lang="ts">
import { DIRECTION_WORDS, DIRECTIONS, type Direction, FEET_PER_METRE, fromLibrary, type Spot, spotAt, SPOT_GRID_M } from '@esprel/core';
import Select from 'primevue/select';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useSession } from '../base/session.ts';
import FieldShell from './FieldShell.vue';

/** A coarse place: so far from the library, in one of eight directions. */
defineProps<{ id: string; label: string; error?: string | undefined; hint?: string | undefined; optional?: boolean }>();
const model = defineModel<Spot | null>({ required: true });
const session = useSession();
const feet = computed(() => session.settings?.lengthUnit === 'inch');
const far = ref('');
const direction = ref<Direction>('N');
watch(
  model,
  (spot) => {
    if (spot === null) return;
    // What was typed stays as it was typed; a spot from elsewhere is shown.
    const typed = typedSpot();
    if (typed && typed.eastM === spot.eastM && typed.northM === spot.northM) return;
    const at = fromLibrary(spot);
    far.value = String(Math.round(feet.value ? at.distanceM * FEET_PER_METRE : at.distanceM));
    direction.value = at.direction;
  },
  { immediate: true },
);
function typedSpot(): Spot | null {
  const n = Number(far.value.trim().replace(',', '.'));
  return far.value.trim() === '' || !Number.isFinite(n) || n < 0 ? null : spotAt(feet.value ? n / FEET_PER_METRE : n, direction.value);
}
watch([far, direction], () => {
  if (far.value.trim() === '') {
    model.value = null;
    return;
  }
  const spot = typedSpot();
  const here = model.value === null ? null : fromLibrary(model.value);
  // Written back from the spot itself: nothing was typed.
  if (
    here &&
    far.value === String(Math.round(feet.value ? here.distanceM * FEET_PER_METRE : here.distanceM)) &&
    here.direction === direction.value
  )
    return;
  if (spot) model.value = spot;
});
</script>

<template>
  <FieldShell
    :id="id"
    :label="label"
    :error="error"
    :hint="hint ?? `coarse is enough: it is kept to ${SPOT_GRID_M} m`"
    :optional="optional"
  >
    <template #default="{ described }">
      <span class="two">
        <InputText
          :id="id"
          v-model="far"
          inputmode="decimal"
          autocomplete="off"
          :invalid="error !== undefined"
          :aria-describedby="described"
        />
        <span class="quiet">{{ feet ? 'feet' : 'm' }} to the</span>
        <Select
          v-model="direction"
          :options="DIRECTIONS.map((d) => ({ value: d, label: DIRECTION_WORDS[d] }))"
          option-label="label"
          option-value="value"
          aria-label="Direction from the library"
          append-to="self"
        />
      </span>
    </template>
  </FieldShell>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) auto minmax(130px, 1fr);
  gap: 8px;
  align-items: center;
}
</style>
