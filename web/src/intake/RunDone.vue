<script setup lang="ts">
import { plural } from '@esprel/core';
import { lotsApi, varietiesApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useTable } from '../base/table.ts';
import type { SavedLine } from './runLine.ts';

/** The envelopes that are in, the latest first, each with the code to write on it. */
const props = defineProps<{ lines: readonly SavedLine[] }>();
const emit = defineEmits<{ takeBack: [line: SavedLine]; finish: []; same: [line: SavedLine] }>();
const router = useRouter();
const changes = useChanges();
const table = useTable();

/** Said afterwards that two names are one: the new name becomes another name of the old variety. */
async function join(line: SavedLine): Promise<void> {
  if (!line.near) return;
  const { lot } = await readOnce(lotsApi.sheet, { code: line.code });
  const { variety } = await readOnce(varietiesApi.sheet, { id: lot.varietyId });
  const joined = await changes.make(
    varietiesApi.join,
    { id: lot.varietyId },
    {
      version: variety.version,
      intoId: line.near.id,
      reason: 'the same name, written otherwise',
    },
  );
  if (joined) emit('same', line);
}
/** Codes that the library has given. */
const codes = computed(() => props.lines.flatMap((l) => (l.code === '' ? [] : l.code)));
const labels = (): void => void router.push(`/labels?codes=${codes.value.join(',')}`);
</script>

<template>
  <section v-if="lines.length > 0" aria-label="Taken in">
    <header>
      <h2>{{ plural(lines.length, 'envelope') }} in</h2>
      <p class="quiet">Write the code on each envelope, or print the labels.</p>
      <Button severity="secondary" :disabled="codes.length === 0" :label="`Print ${plural(codes.length, 'label')}`" @click="labels" />
      <Button severity="secondary" label="All on the table" @click="table.pullOut(...codes)" />
      <Button severity="secondary" label="Finish the run" @click="emit('finish')" />
    </header>
    <ol class="plain">
      <li v-for="l in lines" :key="l.code || (l.kept ?? '')">
        <RouterLink v-if="l.code" class="code" :to="`/lots/${l.code}`">{{ l.code }}</RouterLink>
        <span v-else class="quiet">kept here</span>
        <strong>{{ l.variety }}</strong>
        <span class="quiet">{{ l.crop }}</span>
        <span>{{ l.year || 'year not known' }}</span>
        <span class="numbers">{{ l.amount }}{{ /^\d+$/.test(l.amount) ? ' seeds' : '' }}</span>
        <span v-if="l.near" class="like">
          like {{ l.near.name }}
          <button type="button" @click="join(l)">the same</button>
          <button type="button" @click="emit('same', l)">another</button>
        </span>
        <span v-else />
        <button v-if="l.code" type="button" class="back" :aria-label="`Take ${l.code} back`" @click="emit('takeBack', l)">Take back</button>
      </li>
    </ol>
  </section>
  <p v-else class="empty"><strong>Nothing yet.</strong> Say where the box came from, then type the name on the first envelope.</p>
</template>

<style scoped>
header {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  padding-bottom: 6px;
}
header p {
  margin-right: auto;
}
li {
  display: grid;
  grid-template-columns: 104px minmax(0, 1.5fr) minmax(0, 1fr) 125px 100px minmax(0, 2.3fr) auto;
  gap: 12px;
  align-items: center;
  min-height: 42px;
  border-bottom: 1px solid var(--band);
}
.code {
  font-size: 18px;
  font-weight: 600;
}
strong {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.like {
  color: var(--watch);
}
li button {
  min-height: 36px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 10px;
  cursor: pointer;
  margin-left: 4px;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: 104px 1fr auto;
    padding: 6px 0;
  }
}
</style>
