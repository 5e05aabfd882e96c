<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import FieldText from '../fields/FieldText.vue';

/** Of the settings: when a lot is lent, when the library is open, and how seed is taken to have been kept. */
defineProps<{ errors: Readonly<Record<string, string>>; unit: string }>();
const values = defineModel<{
  lendingThreshold: string;
  openDays: number[];
  supplierC: string;
  supplierRhPercent: string;
  roomC: string;
  roomRhPercent: string;
}>({ required: true });
/** By the number of the day, 0 for Sunday. */
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
</script>

<template>
  <FieldText
    id="threshold"
    v-model="values.lendingThreshold"
    class="half"
    label="Lending line"
    word="lendingLine"
    numeric
    unit="% alive"
    hint="A lot that is likely above it is lent without a word. Each crop may have its own."
    :error="errors.lendingThreshold"
  />
  <fieldset class="half days">
    <legend>Open on</legend>
    <label v-for="(name, i) in WEEKDAYS" :key="name" class="weekday cut-card" :class="{ chosen: values.openDays.includes(i) }">
      <Checkbox v-model="values.openDays" :value="i" />{{ name }}
    </label>
    <p class="quiet small">Rounds of tests are laid and counted on these days. None chosen: any day will do.</p>
  </fieldset>
  <h2 class="group">Where nobody wrote down how seed was kept, it is taken as</h2>
  <FieldText
    id="supplier-c"
    v-model="values.supplierC"
    class="quarter"
    label="At the supplier’s"
    numeric
    :unit="`°${unit}`"
    hint="before it came"
    :error="errors.supplierC"
  />
  <FieldText
    id="supplier-rh"
    v-model="values.supplierRhPercent"
    class="quarter"
    label="dry to"
    numeric
    unit="%"
    :error="errors.supplierRhPercent"
  />
  <FieldText
    id="room-c"
    v-model="values.roomC"
    class="quarter"
    label="Else in a room of"
    numeric
    :unit="`°${unit}`"
    :error="errors.roomC"
  />
  <FieldText
    id="room-rh"
    v-model="values.roomRhPercent"
    class="quarter"
    label="and humidity of"
    numeric
    unit="%"
    :error="errors.roomRhPercent"
  />
</template>

<style scoped>
.group {
  font-size: 16px;
  padding-top: 6px;
}
.days {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-content: start;
}
.days legend {
  font-weight: 600;
  padding: 0;
  margin-bottom: 3px;
}
.weekday {
  position: relative;
  display: inline-flex;
  align-items: center;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  cursor: pointer;
}
.weekday.chosen {
  background: var(--action-soft);
  border-color: var(--action);
  border-bottom-width: 3px;
  font-weight: 600;
}
.weekday:has(:focus-visible) {
  outline: 3px solid var(--focus);
}
</style>
