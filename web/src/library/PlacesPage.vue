<script setup lang="ts">
import { placeForm } from '@esprel/core';
import Button from 'primevue/button';
import { computed } from 'vue';
import { toCelsius } from '../app/format.ts';
import { useFetched } from '../app/useFetched.ts';
import { gather, numberOf, useForm } from '../app/useForm.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';

interface Place {
  readonly id: number;
  readonly name: string;
  readonly temperatureC: number;
  readonly rhPercent: number;
  readonly sealed: number;
  readonly lots: number;
}
const session = useSession();
const format = useFormat();
const { data } = useFetched<{ places: Place[] }>(() => '/places');
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
const form = useForm({
  name: 'place',
  initial: () => ({ name: '', temperature: '', rh: '', sealed: 'no' as 'yes' | 'no' }),
  schema: placeForm,
  body: (v) => {
    const n = gather({ t: () => numberOf('temperatureC', v.temperature), rh: () => numberOf('rhPercent', v.rh) });
    return {
      name: v.name,
      temperatureC: n.t === null ? undefined : toCelsius(n.t, unit.value),
      rhPercent: n.rh ?? undefined,
      sealed: v.sealed === 'yes',
    };
  },
  path: () => '/places',
});
async function save(): Promise<void> {
  if (await form.send()) form.reset();
}
</script>

<template>
  <div class="places scrolls" tabindex="-1">
    <h1>Places</h1>
    <p class="quiet">Where seed is kept. Warm and damp places age it; the estimate of every lot uses them.</p>
    <p v-if="data && data.places.length === 0" class="empty">
      <strong>No place yet.</strong> Write down the first box, drawer or fridge below.
    </p>
    <table v-else class="plain-table">
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col" class="right">Warmth</th>
          <th scope="col" class="right">Humidity</th>
          <th scope="col">Sealed</th>
          <th scope="col" class="right">Lots</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in data?.places ?? []" :key="p.id">
          <td>
            <strong>{{ p.name }}</strong>
          </td>
          <td class="right">{{ format.warmth(p.temperatureC) }}</td>
          <td class="right">{{ p.rhPercent }} %</td>
          <td>{{ p.sealed ? 'sealed, dried to this' : 'open to the air' }}</td>
          <td class="right numbers">{{ p.lots }}</td>
        </tr>
      </tbody>
    </table>
    <form novalidate @submit.prevent="save">
      <h2>A new place</h2>
      <FieldText id="place-name" v-model="form.values.name" label="Name" placeholder="Drawer 3, hall cupboard" :error="form.errors.name" />
      <div class="row">
        <FieldText
          id="place-temp"
          v-model="form.values.temperature"
          label="Usual warmth"
          numeric
          :unit="`°${unit}`"
          :error="form.errors.temperatureC"
        />
        <FieldText
          id="place-rh"
          v-model="form.values.rh"
          label="Humidity"
          numeric
          unit="%"
          hint="sealed: what it was dried to"
          :error="form.errors.rhPercent"
        />
        <FieldChoice
          id="place-sealed"
          v-model="form.values.sealed"
          label="Sealed"
          :options="[
            { value: 'no', label: 'No' },
            { value: 'yes', label: 'Yes' },
          ]"
        />
      </div>
      <p v-if="form.problem" role="alert" class="caution">{{ form.problem.message }}</p>
      <div><Button type="submit" label="Make the place" :disabled="form.sending" /></div>
    </form>
  </div>
</template>

<style scoped>
.places {
  height: 100%;
  padding: 22px 26px;
  display: grid;
  gap: 14px;
  align-content: start;
  max-width: 860px;
}
form {
  display: grid;
  gap: 12px;
  border-top: 1px solid var(--rule);
  padding-top: 14px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 16px;
}
strong {
  font-weight: 600;
}
</style>
