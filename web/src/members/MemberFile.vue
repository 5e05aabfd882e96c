<script setup lang="ts">
import { plural } from '@esprel/core';
import { type MemberRow, type MembersRead, membersApi } from '@esprel/core/api';
import Button from 'primevue/button';
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { fileAddress, giveFile } from '../base/calls.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import FileButton from '../fields/FileButton.vue';

/** Members in and out as a spreadsheet: read, looked at, and taken in one step. */
const router = useRouter();
const changes = useChanges();
const read = ref<MembersRead | null>(null);
const problem = ref<string | null>(null);
const done = ref<string | null>(null);
const sending = ref(false);
const counts = computed(() => {
  const of = (state: MemberRow['state']): number => read.value?.rows.filter((r) => r.state === state).length ?? 0;
  return { new: of('new'), known: of('known'), wrong: of('wrong') };
});
const WORDS: Readonly<Record<MemberRow['state'], string>> = { new: 'new', known: 'is here already', wrong: 'left out' };

async function choose(file: File): Promise<void> {
  problem.value = null;
  done.value = null;
  try {
    read.value = await giveFile(membersApi.readFile, {}, file);
  } catch (error) {
    read.value = null;
    problem.value = (error as Error).message;
  }
}
async function take(): Promise<void> {
  if (!read.value) return;
  sending.value = true;
  problem.value = null;
  try {
    const { added, changed } = await changes.send(membersApi.takeFile, {}, { members: read.value.members });
    done.value = `${plural(added, 'member')} written down, ${String(changed)} filled in.`;
    read.value = null;
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    sending.value = false;
  }
}
</script>

<template>
  <div class="file scrolls" tabindex="-1">
    <h1>Members as a spreadsheet</h1>
    <p>
      <a :href="fileAddress(membersApi.csv, {})" download>All members as CSV</a>: names, gardens and ways to be reached. It is personal;
      keep it where nobody else reads it.
    </p>
    <h2>Read members in</h2>
    <p class="quiet">
      A CSV with a column “name”; also called, garden, language, e-mail, telephone, address, member since and note. Who is here already is
      filled in where something is missing, and nothing is written over. Nobody of a file has agreed to be written to: ask them.
    </p>
    <div class="row-of-buttons">
      <FileButton label="Choose a file" accept=".csv,text/csv,text/plain" @chosen="choose" />
      <Button label="To the members" severity="secondary" @click="router.push('/members')" />
    </div>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <DeskMessage v-if="done" kind="notice">{{ done }}</DeskMessage>
    <template v-if="read">
      <p>
        <strong>{{ plural(counts.new, 'new member') }}</strong>, {{ counts.known }} who {{ counts.known === 1 ? 'is' : 'are' }} here,
        {{ counts.wrong }} left out.
        <template v-if="read.left.length > 0">Columns that were not understood: {{ read.left.join(', ') }}.</template>
      </p>
      <div class="row-of-buttons">
        <Button label="Take them" :disabled="read.members.length === 0" :loading="sending" @click="take" />
      </div>
      <DataTable :value="[...read.rows]" data-key="row" scrollable scroll-height="420px" :virtual-scroller-options="{ itemSize: 40 }">
        <Column field="row" header="Row" class="right numbers" />
        <Column field="name" header="Name" />
        <Column header="">
          <template #body="{ data: r }"
            ><span :class="{ wrong: r.state === 'wrong' }">{{ WORDS[r.state as MemberRow['state']] }}</span
            ><span v-if="r.words" class="quiet">: {{ r.words }}</span></template
          >
        </Column>
      </DataTable>
    </template>
  </div>
</template>

<style scoped>
.file {
  height: 100%;
  max-width: 820px;
  padding: 18px 20px;
  display: grid;
  gap: 12px;
  align-content: start;
}
h2 {
  font-size: 19px;
}
strong {
  font-weight: 600;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
</style>
