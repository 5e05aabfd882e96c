<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import { plural } from '@esprel/core';
import { calibrationApi, type FamilyCalibration } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { useElementSize } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { percent } from '../base/format.ts';
import { useChanges } from '../base/changes.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useFormat } from '../base/useFormat.ts';
import { calibrationLayout } from './calibrationLayout.ts';

/** How well counts were predicted, and what that teaches of how sure to be. */
const router = useRouter();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(calibrationApi.sheet, () => ({}));
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const HEIGHT = 250;
const w = computed(() => Math.max(300, width.value));
const layout = computed(() => calibrationLayout(data.value?.counts ?? [], w.value, HEIGHT));
const most = computed(() => Math.max(1, ...(data.value?.tenths ?? [])));
const even = computed(() => (data.value ? data.value.tests / 10 : 0));
const verdict = computed(() => {
  const interval = data.value?.interval;
  if (!interval || (data.value?.tests ?? 0) < 20) return 'There are too few tests yet to say more.';
  if (interval.high < 0.88) return 'So we are too sure of what we say.';
  return interval.low > 0.925 ? 'So we are a little more careful than we need be.' : 'So we are about as sure as we should be.';
});
const outside = computed(() =>
  (data.value?.counts ?? [])
    .filter((c) => !c.inside)
    .slice(-12)
    .reverse(),
);

/** Families whose own spread is used; begins with what is used now. */
const taken = ref<string[]>([]);
watch(data, (now) => {
  taken.value = (now?.families ?? []).filter((f) => f.used !== 1).map((f) => f.family);
});
const teaches = (f: FamilyCalibration): boolean => f.spread !== null && Math.abs(f.spread - 1) >= 0.03;
const changed = computed(() =>
  (data.value?.families ?? []).some((f) => {
    const wanted = taken.value.includes(f.family) && teaches(f) ? (f.spread ?? 1) : 1;
    return Math.abs(wanted - f.used) > 1e-9;
  }),
);
function spreadWords(f: FamilyCalibration): string {
  if (f.spread === null) return 'too few first tests to learn from';
  if (!teaches(f)) return 'as wide as it should be';
  const by = Math.round(Math.abs(f.spread - 1) * 100);
  return f.spread > 1 ? `should be ${String(by)} % wider` : `could be ${String(by)} % narrower`;
}
const saving = ref(false);
async function take(): Promise<void> {
  saving.value = true;
  await changes.make(
    calibrationApi.take,
    {},
    {
      families: taken.value.filter((n) => data.value?.families.some((f) => f.family === n && f.spread !== null)),
    },
  );
  saving.value = false;
}
</script>

<template>
  <TwoPanes left="How well counts were predicted" right="What it teaches">
    <p><RouterLink to="/tests">The bench</RouterLink></p>
    <h1>How well we predict</h1>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.tests === 0" class="empty">
      <strong>No test is closed yet.</strong> Each closed test will stand here beside what was expected of it the day before.
    </p>
    <template v-else-if="data">
      <p>
        Of {{ plural(data.tests, 'closed test') }}, <strong>{{ data.inside }}</strong> ({{ percent(data.share ?? 0) }}) fell inside what was
        expected the day before. It should be a little over 90 in 100, since seeds are whole. {{ verdict }}
      </p>
      <figure ref="box">
        <figcaption class="quiet small">
          Each line is what was expected of one test, each dot what was counted. Left the poorest, right the best.
        </figcaption>
        <svg :width="w" :height="HEIGHT" role="img" :aria-label="`${data.inside} of ${data.tests} counts lie inside what was expected`">
          <g v-for="s in layout.shares" :key="s.label">
            <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="s.y" :y2="s.y" class="grid" />
            <text :x="layout.box.x0 - 8" :y="s.y + 5" text-anchor="end">{{ s.label }}</text>
          </g>
          <g v-for="c in layout.counts" :key="c.count.testId" :class="c.count.inside ? 'in' : 'out'">
            <line :x1="c.x" :x2="c.x" :y1="c.yLow" :y2="c.yHigh" class="expected" />
            <circle v-if="c.count.inside" :cx="c.x" :cy="c.y" r="2.600" />
            <path v-else :d="`M${c.x - 4} ${c.y - 4}l8 8m0-8-8 8`" />
          </g>
          <text :x="layout.box.x1" :y="HEIGHT - 8" text-anchor="end">percent alive; crosses lie outside</text>
        </svg>
      </figure>
      <section aria-label="Where the counts fell">
        <h2>Where the counts fell</h2>
        <p class="quiet">
          In ten equal parts of what was expected, the lowest first. Even is right; heaped at both ends means too sure, in the middle too
          careful, at one side too hopeful or too gloomy.
        </p>
        <div
          class="tenths"
          role="img"
          :aria-label="`Counts by tenth: ${data.tenths.map((n) => Math.round(n)).join(', ')}; even would be ${Math.round(even)} each`"
        >
          <div v-for="(n, i) in data.tenths" :key="i" class="tenth">
            <span class="numbers small">{{ Math.round(n) }}</span><i :style="{ height: `${(90 * n) / most}px` }" />
          </div>
          <span class="even" :style="{ bottom: `${(90 * even) / most}px` }" />
        </div>
        <p class="quiet small">lowest tenth to highest tenth; the line is what even would be</p>
      </section>
    </template>
    <template #right>
      <h2>What it teaches</h2>
      <p class="quiet">
        First tests of lots tell how sure to be before anything is counted. Choose the families for which the library’s own width is used;
        all their lots are judged again.
      </p>
      <ul v-if="data" class="plain">
        <li v-for="f in data.families" :key="f.family" class="family">
          <label>
            <Checkbox v-model="taken" :value="f.family" :disabled="!teaches(f)" />
            <span
              ><strong>{{ f.family }}</strong> <span class="quiet">{{ f.inside }} of {{ f.tests }} inside</span>
              <span class="block" :class="{ quiet: !teaches(f) }"
                >{{ spreadWords(f) }}{{ f.used === 1 ? '' : `; used now: × ${Math.round(f.used * 100) / 100}` }}</span
              >
              <span class="block quiet small"
                >{{ f.crops.slice(0, 5).join(', ') }}{{ f.crops.length > 5 ? ` and ${f.crops.length - 5} more` : '' }}</span
              ></span
            >
          </label>
        </li>
      </ul>
      <p class="row-of-buttons last">
        <Button :disabled="!changed || saving" :label="saving ? 'Writing it down …' : 'Use what is chosen'" @click="take" />
        <Button severity="secondary" label="Sources of seed" @click="router.push('/tests/sources')" />
      </p>
      <template v-if="outside.length > 0">
        <h2>Not as expected, the latest</h2>
        <ul class="plain">
          <li v-for="c in outside" :key="c.testId">
            <RouterLink :to="`/tests/${c.testId}`">{{ c.code }} {{ c.variety }}</RouterLink
            >, {{ format.day(c.date) }}: {{ c.alive }} of {{ c.sown }}, {{ c.low }} to {{ c.high }} expected
          </li>
        </ul>
      </template>
    </template>
  </TwoPanes>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}
svg {
  display: block;
}
text {
  font-size: 14px;
  fill: var(--quiet);
}
.grid {
  stroke: var(--hair);
}
.expected {
  stroke: var(--frost);
  stroke-width: 2.4;
}
.in circle {
  fill: var(--good);
}
.out .expected {
  stroke: var(--act-mist);
}
.out path {
  stroke: var(--act);
  stroke-width: 2;
}
.tenths {
  position: relative;
  display: grid;
  grid-template-columns: repeat(10, 1fr);
  gap: 5px;
  align-items: end;
  max-width: 620px;
  border-bottom: 1px solid var(--dashes);
}
.tenth {
  display: grid;
  justify-items: center;
  align-content: end;
}
.tenth i {
  display: block;
  width: 100%;
  background: var(--action-line);
}
.even {
  position: absolute;
  left: 0;
  right: 0;
  border-top: 2px dashed var(--ink);
}
.family {
  border-bottom: 1px solid var(--hair);
}
.family label {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr);
  padding: 7px 0;
  cursor: pointer;
}
.block {
  display: block;
}
</style>
