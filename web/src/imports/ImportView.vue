<script setup lang="ts">
import ProgressBar from 'primevue/progressbar';
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import Button from 'primevue/button';
import { useFormat } from '../base/useFormat.ts';
import FileButton from '../fields/FileButton.vue';
import ImportColumns from './ImportColumns.vue';
import ImportCrops from './ImportCrops.vue';
import ImportNames from './ImportNames.vue';
import ImportRows from './ImportRows.vue';
import { useImport } from './useImport.ts';

const format = useFormat();
const work = useImport();
</script>

<template>
  <div class="import scrolls" tabindex="-1">
    <header>
      <h1>Read in</h1>
      <p class="quiet">Lots from a spreadsheet, saved as CSV. Nothing is written before you have seen every row.</p>
      <a class="out" href="/api/export/lots.csv" download>Write all lots to a file</a>
    </header>
    <DeskMessage v-if="work.problem" kind="problem">{{ work.problem }}</DeskMessage>
    <FileButton
      v-if="!work.file"
      wide
      :label="work.busy ? 'Looking at it …' : 'Choose a file'"
      accept=".csv,.tsv,.txt,text/csv"
      :disabled="work.busy"
      @chosen="work.choose"
    >
      <span class="quiet">Any order of columns, any language of headings; names and amounts as people write them. Up to 20 MB.</span>
    </FileButton>
    <template v-else>
      <p class="row-of-buttons">
        <strong>{{ work.file.fileName }}</strong> <span class="quiet">{{ plural(work.file.total, 'row') }}</span>
        <Button v-if="work.file.state !== 'writing'" severity="secondary" size="small" label="Another file" @click="work.leave" />
      </p>
      <DeskMessage v-if="work.file.acceptedBefore && work.file.state !== 'done'" kind="notice">
        This very file was read in on {{ format.day(work.file.acceptedBefore.day) }}, {{ plural(work.file.acceptedBefore.taken, 'lot') }}.
        Rows that are here are left alone.
      </DeskMessage>
      <ImportColumns v-if="work.file.state !== 'writing' && work.file.state !== 'done'" />
      <div v-if="work.file.state === 'reading' || work.file.state === 'writing'" class="progress">
        <span id="import-words"
          >{{ work.file.state === 'reading' ? 'Reading' : 'Writing' }} {{ work.file.done }} of {{ work.file.total }}</span
        >
        <ProgressBar id="import-progress" aria-labelledby="import-words" :value="Math.round(100 * work.progress)" />
        <Button v-if="work.file.state === 'writing'" severity="secondary" label="Stop; write nothing" @click="work.stop" />
      </div>
      <template v-if="work.file.state === 'read' || work.file.state === 'done' || work.file.state === 'failed'">
        <p v-if="work.file.message" :class="work.file.state === 'done' ? 'done' : 'wrong'" role="status">{{ work.file.message }}.</p>
        <ImportCrops />
        <ImportNames v-if="work.file.state === 'read'" />
        <p v-if="work.file.state === 'read'" class="row-of-buttons take">
          <Button
            :label="`Take in ${plural(work.file.counts.ready, 'lot')}`"
            :disabled="work.busy || work.file.counts.ready === 0"
            @click="work.accept(work.file.counts.problem > 0)"
          />
          <span class="quiet">
            {{
              work.file.counts.problem > 0
                ? `${plural(work.file.counts.problem, 'row')} with a problem ${work.file.counts.problem === 1 ? 'stays' : 'stay'} out. `
                : ''
            }}{{ work.file.counts.known > 0 ? `${work.file.counts.known} are here already. ` : '' }}All of it in one step, or none.
          </span>
        </p>
        <a class="out" :href="`/api/imports/${work.file.id}/report.csv`" download>Report on every row, as a file</a>
        <ImportRows />
      </template>
    </template>
  </div>
</template>

<style scoped>
.import {
  height: 100%;
  padding: 20px 24px 28px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  gap: 6px 18px;
  align-items: baseline;
  flex-wrap: wrap;
}
header p {
  margin-right: auto;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
.done {
  color: var(--good);
  font-weight: 600;
}
.progress {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
}
.take {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
</style>
