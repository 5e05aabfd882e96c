<script setup lang="ts">
import { type Settings, settingsForm } from '@esprel/core';
import { watch } from 'vue';
import { useSession } from '../app/session.ts';
import { gather, numberOf, shareOf, useForm } from '../app/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

/** By the number of the day, 0 for Sunday. */
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const session = useSession();
const texts = (s: Settings | null) => ({
  ...(s ?? {
    libraryName: '',
    hemisphere: 'north' as const,
    lastFrost: '',
    firstFrost: '',
    temperatureUnit: 'C' as const,
    lengthUnit: 'mm' as const,
    massUnit: 'g' as const,
    dateOrder: 'day-month' as const,
  }),
  lastFrostSdDays: String(s?.lastFrostSdDays ?? ''),
  firstFrostSdDays: String(s?.firstFrostSdDays ?? ''),
  lendingThreshold: s ? String(Math.round(s.lendingThreshold * 100)) : '',
  openDays: [...(s?.openDays ?? [])],
});
const form = useForm({
  name: null,
  initial: () => texts(session.settings),
  schema: settingsForm,
  body: (v) => ({
    ...v,
    ...gather({
      lastFrostSdDays: () => numberOf('lastFrostSdDays', v.lastFrostSdDays),
      firstFrostSdDays: () => numberOf('firstFrostSdDays', v.firstFrostSdDays),
      lendingThreshold: () => shareOf('lendingThreshold', v.lendingThreshold),
    }),
  }),
  method: 'PUT',
  path: () => '/settings',
});
watch(
  () => session.settings,
  (s) => {
    if (s && form.values.libraryName === '') Object.assign(form.values, texts(s));
  },
  { immediate: true },
);
const { values } = form;
</script>

<template>
  <div class="narrow">
    <FormFrame
      title="Settings"
      about="They hold for everybody at this desk."
      action="Save"
      :cancel="false"
      :sending="form.sending"
      :problem="form.problem"
      @submit="form.send()"
    >
      <FieldText
        id="library-name"
        v-model="values.libraryName"
        class="two-thirds"
        label="Name of the library"
        :error="form.errors.libraryName"
      />
      <FieldChoice
        id="hemisphere"
        v-model="values.hemisphere"
        class="third"
        label="Hemisphere"
        :options="[
          { value: 'north', label: 'North' },
          { value: 'south', label: 'South' },
        ]"
        :error="form.errors.hemisphere"
      />
      <FieldText
        id="last-frost"
        v-model="values.lastFrost"
        class="half"
        label="Usual last frost of spring"
        hint="month and day, as 04-27"
        :error="form.errors.lastFrost"
      />
      <FieldText
        id="last-sd"
        v-model="values.lastFrostSdDays"
        class="half"
        label="Give or take"
        numeric
        unit="days"
        :error="form.errors.lastFrostSdDays"
      />
      <FieldText
        id="first-frost"
        v-model="values.firstFrost"
        class="half"
        label="Usual first frost of autumn"
        hint="month and day, as 10-12"
        :error="form.errors.firstFrost"
      />
      <FieldText
        id="first-sd"
        v-model="values.firstFrostSdDays"
        class="half"
        label="Give or take"
        numeric
        unit="days"
        :error="form.errors.firstFrostSdDays"
      />
      <FieldText
        id="threshold"
        v-model="values.lendingThreshold"
        class="half"
        label="Lending line"
        numeric
        unit="% alive"
        hint="A lot that is likely above it is lent without a word. Each crop may have its own."
        :error="form.errors.lendingThreshold"
      />
      <fieldset class="half days">
        <legend>Open on</legend>
        <label v-for="(name, i) in WEEKDAYS" :key="name" class="weekday" :class="{ chosen: values.openDays.includes(i) }">
          <input v-model="values.openDays" type="checkbox" :value="i" />{{ name }}
        </label>
        <p class="quiet small">Rounds of tests are laid and counted on these days. None chosen: any day will do.</p>
      </fieldset>
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
      <FieldChoice
        id="length"
        v-model="values.lengthUnit"
        class="third"
        label="Depth in"
        :options="[
          { value: 'mm', label: 'mm' },
          { value: 'inch', label: 'inch' },
        ]"
      />
      <FieldChoice
        id="mass"
        v-model="values.massUnit"
        class="third"
        label="Weight in"
        :options="[
          { value: 'g', label: 'g' },
          { value: 'oz', label: 'oz' },
        ]"
      />
      <FieldChoice
        id="order"
        v-model="values.dateOrder"
        label="Dates as"
        :options="[
          { value: 'day-month', label: 'Thu 14 Mar' },
          { value: 'month-day', label: 'Thu Mar 14' },
        ]"
      />
    </FormFrame>
  </div>
</template>

<style scoped>
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
  border: 1px solid #cfc5b1;
  border-radius: 3px;
  cursor: pointer;
}
.weekday.chosen {
  background: #e0e7f2;
  border-color: var(--action);
  border-bottom-width: 3px;
  font-weight: 600;
}
.weekday input {
  position: absolute;
  inset: 0;
  opacity: 0;
  margin: 0;
  cursor: pointer;
}
.weekday:has(:focus-visible) {
  outline: 3px solid var(--focus);
}

.narrow {
  max-width: 720px;
  height: 100%;
}
</style>
