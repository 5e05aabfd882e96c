<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { devicesApi, placesApi, type PlaceSheetData } from '@esprel/core/api';
import { fileAddress } from '../base/calls.ts';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import FileButton from '../fields/FileButton.vue';

/** Reads the file of a climate logger: one that was saved, or that of the logger at hand. */
const props = defineProps<{ id: string; name: string; climate: PlaceSheetData['climate'] }>();
const format = useFormat();
const changes = useChanges();
const problem = ref<string | null>(null);
const reading = ref(false);

async function send(fileName: string, text: string): Promise<void> {
  problem.value = null;
  reading.value = true;
  await changes
    .send(placesApi.readClimate, { id: props.id }, { fileName, text })
    .catch((error: unknown) => {
      problem.value = (error as Error).message.replace(/^file: /, 'The file ');
    })
    .finally(() => {
      reading.value = false;
    });
}
async function chosen(file: File): Promise<void> {
  if (file.size > 7_000_000) problem.value = 'The file is larger than 7 MB; let the logger write fewer days into it.';
  else await send(file.name, await file.text());
}
async function fromLogger(): Promise<void> {
  const response = await fetch(fileAddress(devicesApi.logger, { place: Number(props.id) })).catch(() => null);
  if (response?.ok) await send(`logger of ${props.name}.csv`, await response.text());
  else problem.value = 'The logger does not answer. Nothing was read; try again in a moment.';
}
function takeOut(log: { readonly id: number; readonly version: number }): void {
  changes.send(placesApi.removeClimate, { id: log.id }, { version: log.version }).catch((error: unknown) => {
    problem.value = (error as Error).message;
  });
}
</script>

<template>
  <section aria-label="Climate logger">
    <h2>Climate logger</h2>
    <p class="quiet">
      {{
        climate.loggerIn && String(climate.loggerIn.id) !== id
          ? `The logger lies in ${climate.loggerIn.name}; what it saw holds here too.`
          : 'A logger’s file (CSV with a time, a temperature and perhaps a humidity) is drawn here and used in every estimate.'
      }}
    </p>
    <div class="row-of-buttons">
      <FileButton
        :label="reading ? 'Reading …' : 'Read a logger’s file'"
        accept=".csv,.txt,text/csv"
        :disabled="reading"
        @chosen="chosen"
      />
      <Button severity="secondary" label="Read the logger at hand" :disabled="reading" @click="fromLogger" />
    </div>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <ul class="plain">
      <li v-for="l in climate.logs" :key="l.id">
        {{ l.fileName }}
        <span class="quiet">{{ format.days(l.fromDay, l.toDay) }}, {{ plural(l.readings, 'reading') }}</span>
        <Button severity="secondary" variant="text" size="small" label="Take out" @click="takeOut(l)" />
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}
h2 {
  font-size: 18px;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
