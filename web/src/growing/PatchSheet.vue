<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import {
  APART_WORDS,
  capital,
  crossedBetween,
  crossedInHundred,
  crossedTitle,
  type LowerWay,
  PATCH_KIND_WORDS,
  INSTEAD_WORDS,
  MOST_CROSSED,
  percentOf,
  plural,
} from '@esprel/core';
import { growingApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import OpeningNote from '../base/OpeningNote.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import CautionNote from '../shared/CautionNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import StepHistory from '../shared/StepHistory.vue';
import { asSeason, isSaved, patchName } from './looks.ts';
import { useFarWords } from './useFarWords.ts';

/** One patch: how much of its seed would be crossed, from where, and what would lower it, done from here. */
const props = defineProps<{ patchKey: string }>();
const route = useRoute();
const router = useRouter();
const changes = useChanges();
const session = useSession();
const format = useFormat();
const far = useFarWords();
const { data, problem } = useRead(growingApi.patch, () => ({ key: props.patchKey, season: asSeason(route.query.season) }));
const patch = computed(() => data.value?.patch ?? null);
const crossing = computed(() => patch.value?.crossing ?? null);
const forSeed = computed(() => patch.value !== null && isSaved(patch.value));
const about = computed(() => {
  const p = patch.value;
  if (!p) return '';
  const plants = `${p.plantsKnown === 'guessed' ? 'about ' : ''}${plural(p.plants, 'plant')}`;
  const where = p.place === null ? '' : ` at ${p.place}`;
  return `${plants}${where}`;
});
/** Whose it is, where that is not the name of the place. */
const grower = computed(() => (patch.value?.grower === patch.value?.place ? null : (patch.value?.grower ?? null)));
const HUNDREDS = 200;
const meaning = computed(() => {
  const c = crossing.value;
  if (!c) return '';
  if (c.share < MOST_CROSSED)
    return c.share < 0.0005 ? 'Nothing of its kind flowers near enough.' : 'That is less than the library asks for.';
  const surprised = Math.round(c.share * HUNDREDS);
  return `${capital(crossedBetween(c.low, c.high))} in 100. Of ${plural(HUNDREDS, 'seed')}, about ${String(surprised)} would become something else; the library asks for at most 1 in 100.`;
});
const look = computed(() => (crossing.value?.instead ? 'watch' : (crossing.value?.band ?? 'safe')));
const days = computed(() => {
  const p = patch.value;
  if (!p) return [];
  return [
    data.value?.sownOn ? `Sown ${format.day(data.value.sownOn)}` : null,
    p.flower
      ? `In flower ${p.flowerSeen ? '' : 'about '}${format.days(p.flower.from, p.flower.to)}${p.flowerSeen ? ', as seen' : ''}`
      : 'When it flowers is not known',
    data.value?.ripeOn ? `ripe about ${format.day(data.value.ripeOn)}` : null,
  ].filter((t) => t !== null);
});
const few = computed(() => {
  const d = data.value;
  const p = patch.value;
  if (!d || !p || !forSeed.value || p.plants >= d.plantsMin) return null;
  return `${plural(p.plants, 'plant')}: ${String(d.plantsMin)} at the least, ${String(d.plantsGood)} do well. From fewer the variety narrows.`;
});
/** Sources that show, the most first. */
const named = computed(() => (data.value?.sources ?? []).filter((s, i) => i === 0 || s.share >= 0.001).slice(0, 8));
const together = (n: number | null): string =>
  n === null ? 'days not known' : `${n < 10 ? plural(Math.max(1, Math.round(n)), 'day') : plural(Math.round(n / 7), 'week')} together`;

async function doIt(way: LowerWay): Promise<void> {
  const d = data.value;
  if (!d) return;
  const { change } = way;
  if ('without' in change) {
    await router.push({ path: `/growing/${change.without}`, query: route.query });
    return;
  }
  const body = { version: d.version };
  if ('apart' in change) await changes.make(growingApi.change, { key: props.patchKey }, { ...body, apart: change.apart });
  else if ('gardenId' in change)
    await changes.make(
      growingApi.change,
      { key: props.patchKey },
      { ...body, garden: change.gardenId === null ? 'library' : String(change.gardenId) },
    );
  else if ('plants' in change) await changes.make(growingApi.change, { key: props.patchKey }, { ...body, plants: change.plants });
  else await changes.make(growingApi.change, { key: props.patchKey }, { ...body, shiftDays: d.own.shiftDays + change.shiftDays });
}
const shareLook = (share: number): string => (share < MOST_CROSSED ? 'look-good' : share < 0.05 ? 'look-some' : 'look-much');
function gone(there: boolean): void {
  const d = data.value;
  if (d) void changes.make(growingApi.gone, { key: props.patchKey }, { version: d.version, goneOn: there ? null : session.today });
}
const openAgain = (): void => {
  const d = data.value;
  if (d) void changes.make(growingApi.change, { key: props.patchKey }, { version: d.version, apart: 'open' });
};
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="patch" />
  <article v-else-if="data && patch && crossing" class="sheet scrolls" tabindex="-1">
    <header>
      <RouterLink v-if="patch.lotCode" class="code" :to="`/lots/${patch.lotCode}`">{{ patch.lotCode }}</RouterLink>
      <h1>{{ patchName(patch) }}</h1>
      <p class="quiet">
        {{ about
        }}<template v-if="patch.memberId"
          >, by <RouterLink :to="`/members/${patch.memberId}`">{{ patch.grower }}</RouterLink></template
        ><template v-else-if="grower">, by {{ grower }}</template
        >, {{ PATCH_KIND_WORDS[patch.kind] }}
      </p>
      <p class="quiet small">
        {{ days.join('; ') }}.
        {{ patch.apart === 'open' ? '' : `${capital(APART_WORDS[patch.apart])}.` }}
      </p>
    </header>
    <p v-if="data.gone" class="gone-note">
      There no more since {{ format.day(data.gone.on) }}<template v-if="data.gone.why">: {{ data.gone.why }}</template
      >.
    </p>
    <section v-else-if="crossing.instead" class="says watch" aria-label="Crossing">
      <h2>{{ crossing.instead === 'not-on-plan' ? 'Not on the plan' : 'No figure can be given' }}</h2>
      <p>{{ INSTEAD_WORDS[crossing.instead] }}</p>
      <p v-if="crossing.instead === 'not-on-plan' && patch.memberId">
        Write down the garden of <RouterLink :to="`/members/${patch.memberId}`">{{ patch.grower }}</RouterLink>: how far off, and in which
        direction, is enough.
      </p>
      <p v-if="crossing.instead === 'not-on-plan'" class="row-of-buttons">
        <Button label="Say where it is" size="small" @click="router.push({ path: `/growing/${patchKey}/change`, query: route.query })" />
        <Button
          v-if="patch.memberId"
          label="A garden for them"
          severity="secondary"
          size="small"
          @click="router.push(`/sowing/frost/gardens/new?member=${patch.memberId}`)"
        />
      </p>
    </section>
    <section v-else class="says" :class="look" aria-label="Crossing">
      <h2>
        <WordHelp of="crossing">{{ crossedTitle(crossing) }}</WordHelp>
      </h2>
      <p>{{ meaning }}</p>
    </section>
    <p v-if="few" class="few">{{ few }}</p>
    <section v-if="data.sources.length > 0" aria-label="Where it comes from">
      <h2>Where it comes from</h2>
      <ul class="plain">
        <li v-for="s in named" :key="s.key">
          <RouterLink class="source" :to="{ path: `/growing/${s.key}`, query: route.query }">
            <strong>{{ s.place ?? 'A neighbour' }}</strong>
            <span class="figure look-much">{{ percentOf(s.share) }}</span>
            <span class="quiet small"
              >{{
                s.kind === 'table' ? `${plural(s.plants, 'plant')} for the table` : `${s.plants} of ${s.variety ?? 'nobody knows which'}`
              }}, {{ far(s.distanceM) }}, {{ together(s.days) }}</span
            >
          </RouterLink>
        </li>
      </ul>
      <p v-if="data.sources.length > named.length" class="quiet small">
        {{ data.sources.length - named.length === 1 ? 'One more gives' : `${data.sources.length - named.length} more give` }} hardly
        anything.
      </p>
    </section>
    <section v-if="data.ways.length > 0" aria-label="What would lower it">
      <h2>What would lower it</h2>
      <ul class="plain">
        <li v-for="w in data.ways" :key="w.words" class="way">
          <span>{{ w.words }}</span>
          <strong class="figure" :class="shareLook(w.share)">{{ percentOf(w.share) }}</strong>
          <Button
            :label="'without' in w.change ? 'See it' : 'Do it'"
            :aria-label="`${'without' in w.change ? 'See it' : 'Do it'}: ${w.words}`"
            severity="secondary"
            size="small"
            @click="doIt(w)"
          />
        </li>
      </ul>
      <p class="quiet small">
        Ask neighbours before anything is done about their plants. And take out early what looks different, before it flowers: what is
        crossed already shows then.
      </p>
    </section>
    <p v-else-if="crossing.share > MOST_CROSSED && !data.gone" class="quiet">
      Nothing that can be done now would lower it by much. Seed of it: {{ crossedInHundred(crossing.share) }} crossed, so grow it on only
      where odd plants can be taken out.
    </p>
    <CautionNote v-if="forSeed" :cautions="data.cautions" />
    <p class="row-of-buttons">
      <Button
        label="Change"
        severity="secondary"
        size="small"
        @click="router.push({ path: `/growing/${patchKey}/change`, query: route.query })"
      />
      <Button v-if="patch.apart !== 'open'" label="Open again" severity="secondary" size="small" @click="openAgain" />
      <Button v-if="data.gone" label="It is there after all" severity="secondary" size="small" @click="gone(true)" />
      <Button v-else label="It is there no more" severity="secondary" variant="text" size="small" @click="gone(false)" />
    </p>
    <p v-if="data.own.note">{{ data.own.note }}</p>
    <StepHistory v-if="data.history.length > 0" :steps="data.history" />
  </article>
  <OpeningNote v-else what="the patch" />
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 18px 24px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
h2 {
  font-size: 17px;
}
strong {
  font-weight: 600;
}
.says {
  border-left: 5px solid var(--good);
  background: var(--good-soft);
  padding: 10px 14px;
  display: grid;
  gap: 4px;
}
.says h2 {
  color: var(--good-deep);
}
.says.watch {
  border-color: var(--watch-fill);
  background: var(--watch-soft);
}
.says.watch h2 {
  color: var(--watch);
}
.says.risky {
  border-color: var(--act);
  background: var(--act-soft);
}
.says.risky h2 {
  color: var(--act-deep);
}
.source {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 10px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  text-decoration: none;
}
.source:hover {
  background: var(--hover);
}
.source .small {
  grid-column: 1;
}
.figure {
  font-weight: 600;
  white-space: nowrap;
}
.way {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
  padding: 4px 0;
}
.few,
.gone-note {
  color: var(--watch);
  font-weight: 600;
}
</style>
