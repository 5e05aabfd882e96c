<script setup lang="ts">
import { plural } from '@esprel/core';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../app/changes.ts';
import { useFetched } from '../app/useFetched.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import SheetProblem from '../lots/SheetProblem.vue';
import RoundWork from './RoundWork.vue';
import TestLine from './TestLine.vue';
import type { RoundSheetData } from './types.ts';

const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useFetched<RoundSheetData>(() => `/rounds/${props.id}`);
const tests = computed(() => data.value?.tests ?? []);
const planned = computed(() => tests.value.filter((t) => t.planned));
const tonight = computed(() => planned.value.filter((t) => t.startedOn <= session.today));
const open = computed(() => tests.value.filter((t) => t.closedOn === null && !t.planned));
const labels = computed(() => `/labels?kind=bag&tests=${tests.value.map((t) => t.id).join(',')}`);
const done = ref(0);
const laying = ref(0);

/** All of this evening, one step each, so that each can be taken back alone. */
async function layTonight(): Promise<void> {
  const due = tonight.value;
  laying.value = due.length;
  done.value = 0;
  for (const t of due) {
    if (!(await changes.attempt('POST', `/tests/${String(t.id)}/lay`, { version: t.version, laidOn: session.today }))) break;
    done.value += 1;
  }
  laying.value = 0;
}
</script>

<template>
  <SheetProblem v-if="problem && !data" :problem="problem" what="round" />
  <div v-else-if="data" class="round">
    <section class="left scrolls" :aria-label="`Round ${id}`" tabindex="-1">
      <p><RouterLink to="/tests">The bench</RouterLink></p>
      <h1>Round {{ id }}</h1>
      <p class="quiet">
        Planned {{ format.day(data.round.plannedOn) }}: {{ plural(tests.length, 'test') }},
        {{ planned.length > 0 ? `${planned.length} not laid yet` : open.length > 0 ? `${open.length} on the bench` : 'all closed' }}.
        {{ data.round.note ?? '' }}
      </p>
      <div class="row-of-buttons">
        <Button v-if="planned.length > 0" severity="secondary" label="Print the bag labels" @click="router.push(labels)" />
        <Button
          v-if="tonight.length > 0"
          :disabled="laying > 0"
          :label="laying > 0 ? `Laid ${done} of ${laying} …` : `${plural(tonight.length, 'test')} due now: they all lie`"
          @click="layTonight"
        />
      </div>
      <p v-if="tests.length === 0" class="empty">Every test of this round was given up.</p>
      <ul class="plain">
        <li v-for="t in tests" :key="t.id"><TestLine :test="t" /></li>
      </ul>
    </section>
    <aside class="right scrolls" aria-label="What it takes" tabindex="0">
      <RoundWork :materials="data.materials" :groups="data.groups" :evenings="data.evenings" />
    </aside>
  </div>
  <p v-else class="empty">Opening the round …</p>
</template>

<style scoped>
.round {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(360px, 39.3%);
  height: 100%;
}
.left {
  padding: 18px 22px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 20px 24px;
}
@media (max-width: 860px) {
  .round {
    display: block;
    overflow-y: auto;
  }
  .left,
  .right {
    overflow: visible;
  }
}
</style>
