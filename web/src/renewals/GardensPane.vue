<script setup lang="ts">
import { plural, PRACTISED, PRACTISED_WORDS } from '@esprel/core';
import { type RenewalGardenShown } from '@esprel/core/api';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import RoomForm from './RoomForm.vue';
import PlanPane from './PlanPane.vue';
import { useRenewalPlan } from './usePlan.ts';

/** The gardens of the plan, what they have room for, and how much of it each season takes. */
const plan = useRenewalPlan();
const router = useRouter();
const changing = ref<number | null>(null);
const taken = (g: RenewalGardenShown, s: number): number => (g.seasons[s]?.plants ?? 0) + (g.seasons[s]?.planned ?? 0);
const part = (n: number, of: number): string => `${String(Math.min(100, (100 * n) / Math.max(1, of)))}%`;
function words(g: RenewalGardenShown): string {
  const said = [
    `${plural(g.roomPlants, 'plant')}${g.roomSaid ? '' : ' (nobody said)'}`,
    `${plural(g.mostVarieties, 'variety', 'varieties')}${g.mostSaid ? '' : ' (nobody said)'}`,
    ...(g.cages > 0 ? [plural(g.cages, 'cage')] : []),
    ...(g.practised === null ? [] : [PRACTISED_WORDS[g.practised]]),
    ...(g.onPlan ? [] : ['not on the plan of gardens yet: only what keeps to itself']),
  ];
  return said.join(', ');
}
const PRACTICE = PRACTISED.map((p) => ({ value: p, label: PRACTISED_WORDS[p] }));
</script>

<template>
  <PlanPane v-if="plan.page">
    <header>
      <h1>Gardens and room</h1>
      <p class="quiet">Plants for seed in each season: what stands there already, and what the plan adds.</p>
    </header>
    <p v-if="plan.page.gardens.length === 0">No garden grows for the library yet.</p>
    <ul v-else class="plain">
      <li v-for="g in plan.page.gardens" :key="g.id" class="garden">
        <div class="head">
          <span
            ><strong>{{ g.name }}</strong
            ><RouterLink v-if="g.memberId" :to="`/members/${g.memberId}`" class="small grower">{{ g.grower }}</RouterLink></span
          >
          <Button
            label="Change"
            :aria-label="`Change: ${g.name}`"
            size="small"
            severity="secondary"
            variant="text"
            @click="changing = changing === g.id ? null : g.id"
          />
        </div>
        <p class="quiet small">{{ words(g) }}</p>
        <RoomForm v-if="changing === g.id" :garden="g" :practice="PRACTICE" @done="changing = null" />
        <div class="years">
          <span v-for="(s, i) in plan.page.seasons" :key="s" class="year small">
            {{ s }}
            <span class="room" role="img" :aria-label="`${s}: ${taken(g, i)} of ${plural(g.roomPlants, 'plant')}`">
              <span class="there" :style="{ width: part(g.seasons[i]?.plants ?? 0, g.roomPlants) }" /><span
                class="planned"
                :style="{ width: part(g.seasons[i]?.planned ?? 0, g.roomPlants) }"
              />
            </span>
            {{ taken(g, i) }}
          </span>
        </div>
      </li>
    </ul>
    <p class="row-of-buttons">
      <Button label="Add a garden" severity="secondary" size="small" @click="router.push('/sowing/frost/gardens/new')" />
      <Button label="Close" severity="secondary" size="small" @click="router.push('/renewals')" />
    </p>
  </PlanPane>
  <OpeningNote v-else what="the gardens" />
</template>

<style scoped>
.garden {
  display: grid;
  gap: 4px;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: center;
}
.grower {
  margin-left: 8px;
}
.years {
  display: flex;
  gap: 14px;
}
.year {
  display: flex;
  gap: 6px;
  align-items: center;
  flex: 1;
}
.room {
  flex: 1;
  height: 8px;
  background: var(--band);
  display: flex;
}
.there {
  background: var(--bark);
}
.planned {
  background: var(--good-mid);
}
</style>
