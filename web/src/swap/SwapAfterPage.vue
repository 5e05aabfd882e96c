<script setup lang="ts">
import { plural } from '@esprel/core';
import { type SwapAfter, swapApi, type SwapCame, type SwapDay } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useAccess } from '../base/access.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useRead } from '../base/useRead.ts';
import SwapFrame from './SwapFrame.vue';

/** What came of the day, and what is done with it next. */
const props = defineProps<{ id: string }>();
const access = useAccess();
const changes = useChanges();
const { data, problem } = useRead(swapApi.after, () => ({ id: props.id }));
const figures = (d: SwapDay) => [
  { n: d.numbers.visitors, words: d.numbers.visitors === 1 ? 'visitor' : 'visitors' },
  { n: d.numbers.packetsIn, words: 'packets came in' },
  { n: d.numbers.packetsOut, words: 'went out' },
  { n: d.numbers.newVarieties, words: 'varieties new to us' },
  { n: d.numbers.withoutName, words: 'without a name' },
];
interface Group {
  readonly key: string;
  readonly title: string;
  readonly about: string;
  readonly lots: readonly SwapCame[];
  readonly to: (lot: SwapCame) => string;
}
const groups = computed((): readonly Group[] => {
  const d = data.value;
  if (d === null) return [];
  return [
    {
      key: 'dry',
      title: 'To dry',
      about: 'thin on paper, in moving air, 30 °C at most, today',
      lots: d.dry,
      to: (l: SwapCame) => `/lots/${l.lotCode}`,
    },
    {
      key: 'name',
      title: 'To name',
      about: 'called nearly like something that is here already',
      lots: d.name,
      to: (l: SwapCame) => `/lots/${l.lotCode}/identity`,
    },
    { key: 'test', title: 'To test', about: 'nobody knows how alive it is', lots: d.test, to: (l: SwapCame) => `/lots/${l.lotCode}/test` },
    {
      key: 'grow',
      title: 'To grow out',
      about: 'without a name: some plants will tell what it is',
      lots: d.growOut,
      to: (l: SwapCame) => `/lots/${l.lotCode}/plan`,
    },
  ].filter((g) => g.lots.length > 0);
});
const home = (r: SwapAfter['home'][number]): string => `${plural(r.packets - r.gone, 'packet')} of ${String(r.seedsEach)}`;
const back = (r: SwapAfter['home'][number]): void => void changes.make(swapApi.packed, { id: r.id }, { version: r.version, what: 'back' });
const finish = (d: SwapDay): void => void changes.make(swapApi.finish, { id: d.id }, { version: d.version });
</script>

<template>
  <SwapFrame :id="id" v-slot="{ day }" here="after">
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <dl class="figures" aria-label="The day in numbers">
      <div v-for="f in figures(day)" :key="f.words">
        <dd class="numbers">{{ f.n }}</dd>
        <dt>{{ f.words }}</dt>
      </div>
    </dl>
    <DeskMessage v-if="day.toPutRight > 0" kind="problem"
      ><span
        >{{ plural(day.toPutRight, 'thing') }} that {{ day.toPutRight === 1 ? 'does' : 'do' }} not fit.
        <RouterLink :to="`/swap/${id}/put-right`">Put them right</RouterLink> first.</span
      ></DeskMessage
    >
    <div v-if="data" class="columns">
      <section v-if="data.wanted.length > 0" aria-labelledby="wanted">
        <h2 id="wanted">Came, and was wanted</h2>
        <ul class="plain">
          <li v-for="w in data.wanted" :key="w.lotCode">
            <RouterLink class="code" :to="`/lots/${w.lotCode}`">{{ w.lotCode }}</RouterLink>
            <span
              ><strong>{{ w.variety }}</strong> <span class="quiet">{{ w.crop.toLowerCase() }}</span></span
            >
            <span class="good">{{ w.why === 'waited-for' ? 'somebody waits for it' : 'ours was nearly lost' }}</span>
          </li>
        </ul>
      </section>
      <section v-for="g in groups" :key="g.key" :aria-labelledby="g.key">
        <h2 :id="g.key">
          {{ g.title }} <span class="quiet">{{ g.about }}</span>
        </h2>
        <ul class="plain">
          <li v-for="l in g.lots" :key="l.lotCode">
            <RouterLink class="code" :to="g.to(l)">{{ l.lotCode }}</RouterLink>
            <span
              ><strong>{{ l.variety }}</strong>
              <span v-if="l.crop.toLowerCase() !== l.variety" class="quiet"> {{ l.crop.toLowerCase() }}</span>
              <span v-if="l.note" class="note">{{ l.note }}</span></span
            >
            <span class="quiet">{{ plural(l.packets, 'packet') }}</span>
          </li>
        </ul>
      </section>
      <section v-if="data.home.length > 0" aria-labelledby="home">
        <h2 id="home">Back to its place <span class="quiet">what was brought and went to nobody</span></h2>
        <ul class="plain">
          <li v-for="r in data.home" :key="r.id">
            <RouterLink class="code" :to="`/lots/${r.lotCode}`">{{ r.lotCode }}</RouterLink>
            <span
              ><strong>{{ r.variety }}</strong> <span class="quiet">{{ home(r) }}{{ r.place ? `, ${r.place}` : '' }}</span></span
            >
            <Button size="small" severity="secondary" label="It is back" :aria-label="`${r.variety} is back`" @click="back(r)" />
          </li>
        </ul>
      </section>
      <section aria-labelledby="by-desk">
        <h2 id="by-desk">By desk</h2>
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Desk</th>
              <th scope="col" class="right">visitors</th>
              <th scope="col" class="right">came in</th>
              <th scope="col" class="right">went out</th>
            </tr>
          </thead>
          <tbody class="numbers">
            <tr v-for="d in data.desks" :key="d.name">
              <td>{{ d.name }}</td>
              <td class="right">{{ d.visitors }}</td>
              <td class="right">{{ d.packetsIn }}</td>
              <td class="right">{{ d.packetsOut }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <section class="ends">
      <template v-if="day.finishedOn === null">
        <p>Finished, the desks give up what they keep of the library and its members. What they still have to say comes in all the same.</p>
        <Button v-if="access.coordinator" label="Finish the day" @click="finish(day)" />
        <p v-else class="quiet">A coordinator finishes the day.</p>
      </template>
      <p v-else-if="data && data.toThank > 0">
        {{ plural(data.toThank, 'member') }} who came {{ data.toThank === 1 ? 'was' : 'were' }} not thanked yet.
        <RouterLink to="/messages">Read and send the thanks</RouterLink>
      </p>
      <p v-else class="quiet">
        The day is finished<template v-if="day.numbers.visitors > 0">, and all members who came are thanked</template>.
      </p>
    </section>
  </SwapFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
}
h2 .quiet {
  font: 400 15px var(--text);
  letter-spacing: 0;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 44px;
  margin: 4px 0;
}
dd {
  margin: 0;
  font: 600 30px/1.1 var(--serif);
}
dt {
  color: var(--quiet);
}
.columns {
  columns: 2 420px;
  column-gap: 36px;
}
.columns section {
  break-inside: avoid-column;
  margin-bottom: 20px;
}
li {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  min-height: 40px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
.note {
  display: block;
  color: var(--quiet);
  font-size: 14px;
}
.good {
  color: var(--good);
  font-weight: 600;
}
.ends {
  display: grid;
  gap: 10px;
  justify-items: start;
  max-width: 760px;
}
</style>
