<script setup lang="ts">
import { plural } from '@esprel/core';
import { copiesApi, type LibraryCopyListed } from '@esprel/core/api';
import Button from 'primevue/button';
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import { computed, ref } from 'vue';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import CopyLossNote from './CopyLossNote.vue';

/** The copies of the library: that they are made, and how one is put back. */
const session = useSession();
const format = useFormat();
const { data, problem, reload } = useRead(copiesApi.page, () => ({}));
const KINDS: Readonly<Record<LibraryCopyListed['kind'], string>> = {
  night: 'by itself, at night',
  hand: 'by hand',
  before: 'before a new version',
  package: 'read from a package',
};
const making = ref(false);
const wrong = ref<string | null>(null);
const chosen = ref<string | null>(null);
const megabytes = (bytes: number): string => `${(bytes / 1_000_000).toFixed(bytes < 10_000_000 ? 1 : 0)} MB`;
const time = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
const day = (at: string): string => format.day(new Date(at).toLocaleDateString('sv-SE'));
const state = computed(() => {
  const page = data.value;
  if (!page) return '';
  if (session.session?.demo) return 'The demo makes no copies by itself: it is made afresh at every start.';
  if (page.lastNight === null) return 'No copy was made by itself yet. The first is made within the next minutes, then one each night.';
  return `The last copy was made on ${format.day(page.lastNight)}, or nothing had changed since.`;
});

async function make(): Promise<void> {
  making.value = true;
  wrong.value = null;
  try {
    await act(copiesApi.make, {}, {});
    await reload();
  } catch (error) {
    wrong.value = (error as Error).message;
  }
  making.value = false;
}
</script>

<template>
  <div class="page scrolls" tabindex="-1">
    <header>
      <h1>Copies</h1>
      <p>
        A copy is the whole library as it was at one moment. One is made each night; of older ones fewer are kept: a week of nights, then
        weeks, months and years.
      </p>
    </header>
    <DeskMessage v-if="problem ?? wrong" kind="problem">{{ wrong ?? problem?.message }}</DeskMessage>
    <DeskMessage v-if="data?.problem" kind="problem">{{ data.problem }}</DeskMessage>
    <p v-if="data">{{ state }}</p>
    <p v-if="data" class="quiet">
      <template v-if="data.second">They also go to {{ data.second }}.</template>
      <template v-else
        >They lie on the same disk as the library. A disk can fail: have them go to another one too, by starting Esprel with
        <code>ESPREL_COPIES_TO</code> set to a folder there.</template
      >
    </p>
    <p class="row-of-buttons"><Button label="Make a copy now" severity="secondary" :loading="making" @click="make" /></p>
    <DataTable v-if="data && data.copies.length > 0" :value="[...data.copies]" data-key="name">
      <Column header="Of">
        <template #body="{ data: c }"
          ><strong>{{ day(c.writtenAt) }}</strong> {{ time(c.writtenAt) }}</template
        >
      </Column>
      <Column header="Made">
        <template #body="{ data: c }">{{ KINDS[(c as LibraryCopyListed).kind] }}</template>
      </Column>
      <Column header="Holds">
        <template #body="{ data: c }">
          <template v-if="c.holds">{{ plural(c.holds.lots, 'lot') }}, {{ plural(c.holds.steps, 'step') }}</template>
          <span v-else class="wrong">{{ c.problem }}</span>
        </template>
      </Column>
      <Column header="Size" class="right">
        <template #body="{ data: c }">{{ megabytes(c.bytes) }}</template>
      </Column>
      <Column>
        <template #header><span class="unseen">What to do</span></template>
        <template #body="{ data: c }">
          <Button
            v-if="c.holds"
            size="small"
            severity="secondary"
            label="See what would be lost"
            :aria-label="`See what would be lost: copy of ${day(c.writtenAt)}, ${time(c.writtenAt)}`"
            @click="chosen = c.name"
          />
        </template>
      </Column>
    </DataTable>
    <p v-else-if="data" class="empty">There are no copies yet.</p>
    <CopyLossNote v-if="chosen" :key="chosen" :name="chosen" :by-itself="data?.byItself ?? false" @leave="chosen = null" />
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  padding: 22px 26px 30px;
  display: grid;
  gap: 12px;
  align-content: start;
}
header {
  display: grid;
  gap: 4px;
}
header p,
.page > p {
  max-width: 78ch;
}
strong {
  font-weight: 600;
}
.wrong {
  color: var(--act);
}
</style>
