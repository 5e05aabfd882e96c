<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import { plural } from '@esprel/core';
import { roundsApi, testsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import RoundWork from './RoundWork.vue';
import TestLine from './TestLine.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(roundsApi.sheet, () => ({ id: props.id }));
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
    if (!(await changes.make(testsApi.lay, { id: t.id }, { version: t.version, laidOn: session.today }))) break;
    done.value += 1;
  }
  laying.value = 0;
}
</script>

<template>
  <SheetProblem v-if="problem && !data" :problem="problem" what="round" />
  <TwoPanes v-else-if="data" :left="`Round ${id}`" right="What it takes">
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
        :label="laying > 0 ? `Laid ${done} of ${laying} …` : `${plural(tonight.length, 'test')} due now: all are laid`"
        @click="layTonight"
      />
    </div>
    <p v-if="tests.length === 0" class="empty">Every test of this round was given up.</p>
    <ul class="plain">
      <li v-for="t in tests" :key="t.id"><TestLine :test="t" /></li>
    </ul>
    <template #right>
      <RoundWork :materials="data.materials" :groups="data.groups" :evenings="data.evenings" />
    </template>
  </TwoPanes>
  <OpeningNote v-else what="the round" />
</template>
