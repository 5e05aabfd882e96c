<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import { capital, plural } from '@esprel/core';
import { renewalsApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, onScopeDispose, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import ListAndSheet from '../base/ListAndSheet.vue';
import OpeningNote from '../base/OpeningNote.vue';
import MoreRows from '../base/MoreRows.vue';
import { useParts } from '../base/useParts.ts';
import { useRead } from '../base/useRead.ts';
import { useChanges } from '../base/changes.ts';
import { yearApi } from '@esprel/core/api';
import StockPicture from '../charts/StockPicture.vue';
import HelpsList from './HelpsList.vue';
import PlanTable from './PlanTable.vue';
import { useRenewalPlan } from './usePlan.ts';

/** Who renews what, in which season: the plan that keeps the most, how near to the best it is, and what nobody can take. */
const route = useRoute();
const router = useRouter();
const plan = useRenewalPlan();
const changes = useChanges();
const LOOK_MS = 700;
const looks = ref(0);
const { data, problem } = useRead(renewalsApi.page, () => ({}), [looks]);
let next: ReturnType<typeof setTimeout> | undefined;
watch(data, (page) => {
  if (page === null) return;
  plan.page = page;
  clearTimeout(next);
  // It gets better while one looks.
  if (page.search === 'searching') next = setTimeout(() => (looks.value += 1), LOOK_MS);
});
onScopeDispose(() => {
  clearTimeout(next);
});
const page = computed(() => data.value ?? (problem.value === null ? plan.page : null));
const renewed = computed(() => (page.value?.varieties ?? []).filter((v) => v.rows.length > 0));
const nobody = computed(() => (page.value?.varieties ?? []).filter((v) => v.rows.length === 0 && !v.fine));
const parts = useParts(40);
const stockSeen = ref(false);
const SEARCH_WORDS = {
  searching: 'Still looking for better.',
  proved: 'Nothing keeps more.',
  time: 'That is what was found in the time.',
  stopped: 'The search was stopped; what it found stands.',
  broke: 'The search ended before its time; what it found stands.',
} as const;
const within = computed(() => {
  const p = page.value;
  if (!p || p.search === 'proved') return '';
  const gap = 100 * p.gap;
  return `Within ${gap < 0.1 ? '0.1' : gap.toFixed(1)} % of the best there can be. `;
});
async function search(more: boolean): Promise<void> {
  await act(more ? renewalsApi.goOn : renewalsApi.stop, {}, {});
  looks.value += 1;
}
const { data: stock } = useRead(yearApi.stock, () => ({}), [], true);
const part = (n: number): string => `${String((100 * n) / Math.max(1, page.value?.of ?? 1))}%`;
async function letGo(c: NonNullable<typeof page.value>['conflicts'][number]): Promise<void> {
  const { varietyId, gardenId, season, version } = c.letGo;
  await changes.make(renewalsApi.say, {}, { varietyId, gardenId, season, what: 'loosen', version });
}
const isPlan = computed(() => route.path === '/renewals');
</script>

<template>
  <ListAndSheet :opened="!isPlan" label="Who renews what">
    <div class="body">
      <header class="top">
        <h1>Who <WordHelp of="renewal">renews</WordHelp> what</h1>
        <Button label="Gardens and room" severity="secondary" @click="router.push('/renewals/gardens')" />
        <Button label="What if" severity="secondary" @click="router.push('/renewals/what-if')" />
        <Button label="Take this plan" :disabled="!page || page.toTake === 0" @click="router.push('/renewals/take')" />
      </header>
      <DeskMessage v-if="problem && !page" kind="problem">{{ problem.message }}</DeskMessage>
      <OpeningNote v-else-if="!page" what="the plan" />
      <template v-else>
        <div v-if="page.of > 0" class="sums">
          <div
            class="bar"
            role="img"
            :aria-label="`${page.kept.toFixed(0)} of ${page.of} kept; doing nothing keeps ${page.without.toFixed(0)}`"
          >
            <span class="kept" :style="{ width: part(page.kept) }" /><span class="mark" :style="{ left: part(page.without) }" />
          </div>
          <p class="said" aria-live="polite">
            <strong>{{ page.kept.toFixed(0) }} of {{ page.of }} kept</strong>, where doing nothing keeps {{ page.without.toFixed(0) }}.
            {{ within }}{{ SEARCH_WORDS[page.search] }}
            <button v-if="page.search === 'searching'" type="button" class="link" @click="search(false)">Stop here</button>
            <button v-else-if="page.search !== 'proved'" type="button" class="link" @click="search(true)">Look further</button>
          </p>
        </div>
        <DeskMessage v-if="page.nothing" kind="notice"
          >{{ page.nothing }}
          <RouterLink v-if="page.gardens.length === 0 && page.of > 0" to="/sowing/frost/gardens/new">A garden</RouterLink></DeskMessage
        >
        <DeskMessage v-for="c in page.conflicts" :key="c.words" kind="problem">
          <strong>These cannot all be held.</strong> {{ c.words }} The last is not held now.
          <Button label="Let go of it" size="small" severity="secondary" @click="letGo(c)" />
        </DeskMessage>
        <p v-if="page.waiting > 0" class="small">
          <RouterLink to="/renewals/growers">{{ plural(page.waiting, 'grower') }} asked, and not answered yet</RouterLink>
        </p>
        <PlanTable v-if="renewed.length > 0" :varieties="renewed" :page="page" />
        <section v-if="nobody.length > 0" aria-label="No grower yet">
          <h2>No grower yet</h2>
          <ul class="plain">
            <li v-for="v in parts.of('nobody', nobody)" :key="v.varietyId">
              <RouterLink class="nobody" :to="`/renewals/variety/${v.varietyId}`" active-class="here">
                <span
                  ><strong>{{ v.variety }}</strong> <span class="quiet">{{ v.crop.replace(/ \(.*\)/, '').toLowerCase() }}</span></span
                >
                <span class="why">{{ capital(v.why ?? '') }}.</span>
              </RouterLink>
            </li>
          </ul>
          <MoreRows :rows="nobody.length" :shown="parts.of('nobody', nobody).length" @more="parts.more('nobody')" />
        </section>
        <HelpsList v-if="page.of > 0" :settled="page.search !== 'searching'" />
        <details v-if="stock && stock.lots > 0" class="stock" @toggle="stockSeen = true">
          <summary>The whole stock, by amount and how alive it is</summary>
          <StockPicture v-if="stockSeen" :stock="stock" :height="260" />
        </details>
        <p v-for="c in page.cautions" :key="c" class="caution small">{{ c }}</p>
        <p class="quiet small foot">
          Kept is the chance that a variety is still here after {{ page.seasons.at(-1) }}: by its lots, by seed that growers have, and by
          this plan.
          <template v-if="page.left > 0">{{ page.left }} varieties that would be missed least are not planned for. </template>
          <RouterLink to="/renewals/lots">All lots that are about to be lost</RouterLink>
        </p>
      </template>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.body {
  padding: 14px 0 24px 20px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.body > * {
  padding-right: 16px;
  min-width: 0;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.top h1 {
  margin-right: auto;
}
.sums {
  display: grid;
  grid-template-columns: minmax(140px, 245px) minmax(0, 1fr);
  gap: 14px;
  align-items: center;
}
.bar {
  position: relative;
  height: 18px;
  background: var(--band);
  border-radius: 2px;
}
.kept {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--good);
  border-radius: 2px 0 0 2px;
}
.mark {
  position: absolute;
  inset: 0 auto;
  width: 3px;
  margin-left: -1px;
  background: var(--ink);
}
strong {
  font-weight: 600;
}
.link {
  border: 0;
  background: none;
  padding: 0 2px;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
}
.nobody {
  display: grid;
  grid-template-columns: minmax(160px, 34%) minmax(0, 1fr);
  gap: 4px 14px;
  padding: 7px 8px;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  text-decoration: none;
}
.nobody:hover {
  background: var(--hover);
}
.nobody.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.why {
  color: var(--quiet);
}
.caution {
  color: var(--watch);
  font-weight: 600;
}
.foot {
  max-width: 70ch;
}
@media (max-width: 640px) {
  .sums,
  .nobody {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
