<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { devicesApi } from '@esprel/core/api';
import { act } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { reactive, ref } from 'vue';
import { numberOf } from '../base/useForm.ts';
import FieldText from '../fields/FieldText.vue';
import ScaleDisplay from '../shared/ScaleDisplay.vue';
import { useScale } from '../shared/useScale.ts';

/** The stand-ins for what may lie on the desk, and their panels. */
const { reading, tare } = useScale();
const { data: printer, reload } = useRead(devicesApi.printer, () => ({}));
const pan = reactive({ lotCode: '', seeds: '', trayGrams: '' });
const problem = ref<string | null>(null);
const opened = ref<{ readonly id: number; readonly pages: number } | null>(null);

async function attempt(work: () => Promise<unknown>): Promise<void> {
  problem.value = null;
  await work().catch((error: unknown) => {
    problem.value = (error as Error).message;
  });
}
const lay = (): Promise<void> =>
  attempt(async () => {
    await act(
      devicesApi.lay,
      {},
      {
        lotCode: pan.lotCode.trim() || null,
        seeds: numberOf('seeds', pan.seeds),
        trayGrams: numberOf('trayGrams', pan.trayGrams),
      },
    );
  });
const clear = (): Promise<void> => attempt(async () => act(devicesApi.lay, {}, { trayGrams: numberOf('trayGrams', pan.trayGrams) }));
const setPrinter = (body: object): Promise<void> =>
  attempt(async () => {
    await act(devicesApi.setPrinter, {}, body);
    await reload();
  });
</script>

<template>
  <div class="devices scrolls" tabindex="-1">
    <h1>Devices</h1>
    <p class="quiet">
      A scale and a label printer that stand in for real ones, so that everything can be tried without them. A code scanner needs nothing:
      it types, and Esprel listens on every page. A climate logger is read on the page of its place.
    </p>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <section aria-label="Scale panel">
      <h2>Scale</h2>
      <ScaleDisplay :reading="reading" @tare="tare" />
      <p class="quiet">On the pan: {{ reading?.on ?? '' }}</p>
      <form class="pan" novalidate @submit.prevent="lay">
        <FieldText id="pan-lot" v-model="pan.lotCode" label="Seed of lot" placeholder="TM-187K" />
        <FieldText id="pan-seeds" v-model="pan.seeds" label="How many" numeric placeholder="all of it" />
        <FieldText id="pan-tray" v-model="pan.trayGrams" label="In a tray of" numeric unit="g" optional />
        <Button type="submit" label="Lay on the pan" />
        <Button type="button" severity="secondary" label="Take off" @click="clear" />
      </form>
    </section>
    <section v-if="printer" aria-label="Label printer panel">
      <h2>Label printer</h2>
      <p>{{ printer.words }}</p>
      <p class="row-of-buttons">
        <Button severity="secondary" label="Put a roll of 500 in" @click="setPrinter({ labelsLeft: 500, jammed: false })" />
        <Button severity="secondary" label="Leave only 3" @click="setPrinter({ labelsLeft: 3 })" />
        <Button
          severity="secondary"
          :label="printer.jammed ? 'Clear the jam' : 'Jam it'"
          @click="setPrinter({ jammed: !printer.jammed })"
        />
      </p>
      <p v-if="printer.jobs.length === 0" class="quiet">Nothing came out yet. Print labels to “the label printer”.</p>
      <ul class="plain">
        <li v-for="j in printer.jobs" :key="j.id">
          <strong>{{ j.title }}</strong>
          <span class="quiet">{{
            j.state === 'printed' ? `${plural(j.cameOut, 'label')} came out` : `only ${j.cameOut} of ${j.labels} came out; it ran out`
          }}</span>
          <Button size="small" severity="secondary" label="See it" @click="opened = j" />
        </li>
      </ul>
      <div v-if="opened" class="out" role="region" aria-label="What came out">
        <img
          v-for="p in Math.min(opened.pages, 12)"
          :key="p"
          :src="`/api/devices/printer/jobs/${opened.id}/${p}`"
          :alt="`page ${p} that came out`"
        />
        <p v-if="opened.pages > 12" class="quiet">and {{ opened.pages - 12 }} more</p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.devices {
  height: 100%;
  padding: 22px 26px;
  display: grid;
  gap: 16px;
  align-content: start;
  max-width: 900px;
}
section {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.pan {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr auto auto;
  gap: 12px;
  align-items: end;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--hair);
}
strong {
  font-weight: 600;
}
.out {
  background: var(--band);
  padding: 14px;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.out img {
  background: var(--white);
  max-width: 100%;
  box-shadow: 0 2px 8px rgb(60 50 30 / 25%);
}
@media (max-width: 800px) {
  .pan {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
