<script setup lang="ts">
import {
  comparePapers,
  judgePaper,
  layPracticePaper,
  type Mistake,
  plural,
  type PracticePaper,
  randomOf,
  type SeedKind,
} from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { useIntervalFn } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import TwoPanes from '../base/TwoPanes.vue';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import { STAMPS } from '../shared/seedSheet.ts';
import StampPicker from '../shared/StampPicker.vue';
import OwnScore from './OwnScore.vue';
import { useOwnScore } from './ownScore.ts';
import PaperSheet from './PaperSheet.vue';
import PracticeHead from './PracticeHead.vue';

/** Practice in counting: papers as they come from the bag, whose truth the program knows. */
const session = useSession();
const score = useOwnScore();
const KEYS = [
  'climbing-bean',
  'pea',
  'tomato',
  'onion',
  'carrot',
  'lettuce',
  'beetroot',
  'cabbage',
  'cucumber',
  'wheat',
  'okra',
  'parsley',
];
const crops = KEYS.flatMap((key) => CROP_REFERENCE.filter((c) => c.key === key));
const cropKey = ref('climbing-bean');
const crop = computed(() => crops.find((c) => c.key === cropKey.value) ?? crops[0]!);
const size = ref<'20' | '50' | '100'>('50');
const clock = ref<'off' | 'on'>('off');
const kind = ref<SeedKind>('normal');

const paper = ref<PracticePaper | null>(null);
const said = ref<ReadonlyMap<number, SeedKind>>(new Map());
/** What the first of two people said, while the second counts and after. */
const first = ref<ReadonlyMap<number, SeedKind> | null>(null);
const done = ref(false);
const shown = ref<ReadonlySet<number>>(new Set());
const seconds = ref(0);
const ticking = useIntervalFn(() => (seconds.value += 1), 1000, { immediate: false });
/** Two minutes for fifty seeds is how fast a practised hand counts. */
const allowed = computed(() => Math.round((Number(size.value) / 50) * 120));
const left = computed(() => Math.max(0, allowed.value - seconds.value));
const time = (s: number): string => `${String(Math.floor(s / 60))}:${String(s % 60).padStart(2, '0')}`;

function lay(): void {
  paper.value = layPracticePaper(crop.value, Number(size.value), randomOf(crypto.getRandomValues(new Uint32Array(1))[0] ?? 1));
  first.value = null;
  begin();
}
function begin(): void {
  said.value = new Map();
  shown.value = new Set();
  done.value = false;
  seconds.value = 0;
  ticking.resume();
}
function say(position: number, what: SeedKind): void {
  const next = new Map(said.value);
  if (next.get(position) === what) next.delete(position);
  else next.set(position, what);
  said.value = next;
}
const judged = computed(() => (paper.value && done.value ? judgePaper(paper.value, said.value) : null));
const marks = computed(() => [...said.value].map(([position, k]) => ({ position, kind: k, markedOn: session.today })));
function finish(): void {
  done.value = true;
  ticking.pause();
  const j = judged.value;
  if (!j || first.value) return;
  score.add({ on: session.today, crop: crop.value.name, of: j.of, right: j.right, off: j.saidAlive - j.alive, seconds: seconds.value });
}
function another(): void {
  first.value = said.value;
  begin();
}
const differences = computed(() => (paper.value && first.value && done.value ? comparePapers(paper.value, first.value, said.value) : []));
const wordsOf = (k: SeedKind | null): string => (k === null ? 'nothing' : (STAMPS.find((s) => s.kind === k)?.words ?? k));
const mistakeWords = (m: Mistake): string =>
  m.said === null
    ? `${plural(m.positions.length, 'seed')} ${m.positions.length === 1 ? 'was' : 'were'} not marked: ${wordsOf(m.is)}`
    : `${plural(m.positions.length, 'seed')} taken for ${wordsOf(m.said)}, but ${wordsOf(m.is)}`;
const verdict = computed(() => {
  const j = judged.value;
  if (!j) return '';
  const off = j.saidAlive - j.alive;
  const counted =
    off === 0
      ? `${String(j.alive)} of ${String(j.of)} alive, as it is`
      : `${String(j.saidAlive)} of ${String(j.of)} alive, where ${String(j.alive)} are`;
  return `Of ${plural(j.of, 'seed')} ${String(j.right)} were rightly seen. You counted ${counted}.`;
});
const unmarked = computed(() => (paper.value?.seeds.length ?? 0) - said.value.size);
</script>

<template>
  <TwoPanes left="The paper" right="What it says">
    <PracticeHead what="count" />
    <form class="choose" @submit.prevent="lay">
      <FieldSelect id="practice-crop" v-model="cropKey" label="Crop" :options="crops.map((c) => ({ value: c.key, label: c.name }))" />
      <FieldChoice
        id="practice-size"
        v-model="size"
        label="Seeds"
        :options="[
          { value: '20', label: '20' },
          { value: '50', label: '50' },
          { value: '100', label: '100' },
        ]"
      />
      <FieldChoice
        id="practice-clock"
        v-model="clock"
        label="Clock"
        :options="[
          { value: 'off', label: 'At leisure' },
          { value: 'on', label: 'Against it' },
        ]"
      />
      <Button type="submit" :label="paper ? 'Another paper' : 'Lay a paper'" :severity="paper && !done ? 'secondary' : 'primary'" />
    </form>
    <template v-if="paper">
      <p v-if="first && !done" role="status"><strong>Now somebody else.</strong> The same paper, without the marks of the first.</p>
      <StampPicker v-if="!done" v-model="kind" :marks="marks" />
      <PaperSheet :paper="paper" :said="said" :kind="kind" :readonly="done" :shown="shown" @say="say" />
      <p v-if="!done" class="row-of-buttons">
        <Button label="Done: how was it?" @click="finish" />
        <span class="quiet"
          >{{ unmarked === 0 ? 'every seed is marked' : `${unmarked} without a mark`
          }}<template v-if="clock === 'on'"> · {{ left > 0 ? `${time(left)} left` : `time is up, ${time(seconds)}` }}</template></span
        >
      </p>
    </template>
    <p v-else class="empty"><strong>Volunteers count differently.</strong> Lay a paper, mark every seed, and see what is often mistaken.</p>
    <template #right>
      <section v-if="judged" class="block" aria-live="polite">
        <h2>{{ first ? 'The second count' : 'How it was' }}</h2>
        <p>{{ verdict }}</p>
        <ul v-if="judged.mistakes.length > 0" class="plain">
          <li v-for="m in judged.mistakes" :key="`${m.is} ${m.said}`">
            <button type="button" class="mistake" @click="shown = new Set(m.positions)">
              <strong>{{ mistakeWords(m) }}</strong>
              <span>{{ m.tell }}</span>
              <span class="link">Show {{ m.positions.length === 1 ? 'it' : 'them' }}</span>
            </button>
          </li>
        </ul>
        <p v-else>Nothing was mistaken.</p>
        <template v-if="first">
          <h2>Where you two differ</h2>
          <p v-if="differences.length === 0">Nowhere: you saw the same.</p>
          <ul v-else class="plain">
            <li v-for="d in differences" :key="d.position">
              <button type="button" class="mistake" @click="shown = new Set([d.position])">
                <strong>Seed {{ d.position }}: {{ wordsOf(d.one) }}, then {{ wordsOf(d.other) }}</strong>
                <span
                  >{{ d.right === 'one' ? 'The first is right.' : d.right === 'other' ? 'The second is right.' : 'Neither is right.' }}
                  {{ d.tell }}</span
                >
              </button>
            </li>
          </ul>
        </template>
        <p v-else class="row-of-buttons"><Button label="Let somebody else count this paper" severity="secondary" @click="another" /></p>
      </section>
      <OwnScore />
    </template>
  </TwoPanes>
</template>

<style scoped>
.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 18px;
  align-items: end;
}
.choose > :first-child {
  width: 230px;
}
.block {
  display: grid;
  gap: 10px;
}
.mistake {
  display: grid;
  gap: 2px;
  width: 100%;
  padding: 8px 0;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  text-align: left;
  cursor: pointer;
}
strong {
  font-weight: 600;
}
.link {
  color: var(--action);
  text-decoration: underline;
}
</style>
