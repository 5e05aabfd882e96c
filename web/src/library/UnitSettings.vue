<script setup lang="ts">
import type { DateOrder, LengthUnit, MassUnit, TemperatureUnit } from '@esprel/core';
import FieldChoice from '../fields/FieldChoice.vue';

/** Of the settings: in which units and in which order of dates people here write. */
const values = defineModel<{
  temperatureUnit: TemperatureUnit;
  lengthUnit: LengthUnit;
  massUnit: MassUnit;
  dateOrder: DateOrder;
}>({ required: true });
const asWritten = <T extends string>(...units: T[]): { value: T; label: string }[] => units.map((value) => ({ value, label: value }));
</script>

<template>
  <FieldChoice
    id="temperature"
    v-model="values.temperatureUnit"
    class="third"
    label="Warmth in"
    :options="[
      { value: 'C', label: '°C' },
      { value: 'F', label: '°F' },
    ]"
  />
  <FieldChoice id="length" v-model="values.lengthUnit" class="third" label="Depth in" :options="asWritten('mm', 'inch')" />
  <FieldChoice id="mass" v-model="values.massUnit" class="third" label="Weight in" :options="asWritten('g', 'oz')" />
  <FieldChoice
    id="order"
    v-model="values.dateOrder"
    label="Dates as"
    :options="[
      { value: 'day-month', label: 'Thu 14 Mar' },
      { value: 'month-day', label: 'Thu Mar 14' },
    ]"
  />
</template>
