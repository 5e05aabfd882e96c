<script setup lang="ts">
import type { RenewalRowShown } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import AnswerButtons from './AnswerButtons.vue';
import PlanPane from './PlanPane.vue';
import { rowName, useRenewalPlan } from './usePlan.ts';

/** Growers who were asked, and did not answer yet. */
const plan = useRenewalPlan();
const router = useRouter();
const waiting = computed((): { readonly variety: string; readonly row: RenewalRowShown }[] =>
  (plan.page?.varieties ?? []).flatMap((v) =>
    v.rows.filter((r) => r.askedOn !== null && r.state !== 'yes').map((row) => ({ variety: v.variety, row })),
  ),
);
</script>

<template>
  <PlanPane v-if="plan.page">
    <header>
      <h1>Asked, and not answered yet</h1>
      <p class="quiet">
        Each finds it on their own page; the answer comes in here by itself. Who was asked by telephone or letter answers here. To write to
        them, see <RouterLink to="/messages">Messages</RouterLink>.
      </p>
    </header>
    <p v-if="waiting.length === 0">Everybody has answered.</p>
    <section v-for="w in waiting" :key="`${w.row.varietyId} ${w.row.gardenId}`" class="asked" :aria-label="w.variety">
      <p>
        <RouterLink :to="`/renewals/variety/${w.row.varietyId}`"
          ><strong>{{ w.variety }}</strong></RouterLink
        >
        at {{ rowName(w.row) }}, {{ w.row.season }}
      </p>
      <AnswerButtons :row="w.row" />
    </section>
    <p class="row-of-buttons"><Button label="Close" severity="secondary" size="small" @click="router.push('/renewals')" /></p>
  </PlanPane>
  <OpeningNote v-else what="the growers" />
</template>

<style scoped>
.asked {
  display: grid;
  gap: 6px;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
