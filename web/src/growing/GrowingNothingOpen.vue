<script setup lang="ts">
import { MOST_CROSSED, PATCH_KIND_WORDS, percentOf, plural } from '@esprel/core';
import type { PlanPatch } from '@esprel/core/api';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { isSaved, patchName, placeName } from './looks.ts';

/** Every patch of the group, what is grown for seed and would cross the most first: on the plan some lie under others. */
const props = defineProps<{ patches: readonly PlanPatch[] }>();
const route = useRoute();
const parts = computed(() =>
  [
    { title: 'For seed', patches: props.patches.filter(isSaved).sort((a, b) => b.crossing.share - a.crossing.share) },
    {
      title: 'For the table, and neighbours',
      patches: props.patches.filter((p) => !isSaved(p)).sort((a, b) => placeName(a).localeCompare(placeName(b))),
    },
  ].filter((part) => part.patches.length > 0),
);
const INSTEAD = { alone: 'a plant alone', 'one-sex': 'one sex', 'not-on-plan': 'not on the plan' } as const;
const crossedOf = (p: PlanPatch): string => (p.crossing.instead === null ? percentOf(p.crossing.share) : INSTEAD[p.crossing.instead]);
</script>

<template>
  <div class="list scrolls">
    <h2>Kept to itself</h2>
    <p class="quiet">Open a patch: how much of its seed would be crossed, from where, and what would help.</p>
    <section v-for="part in parts" :key="part.title">
      <h3>{{ part.title }}</h3>
      <ul class="plain">
        <li v-for="p in part.patches" :key="p.key">
          <RouterLink :to="{ path: `/growing/${p.key}`, query: route.query }">{{ patchName(p) }}</RouterLink>
          <span class="share numbers" :class="{ much: p.crossing.share > MOST_CROSSED }">{{ isSaved(p) ? crossedOf(p) : '' }}</span>
          <span class="quiet small">{{ placeName(p) }}, {{ plural(p.plants, 'plant') }} {{ PATCH_KIND_WORDS[p.kind] }}</span>
        </li>
      </ul>
    </section>
    <p class="quiet">
      A patch comes of itself from each loan for seed, each bed that is planned or sown, and each packet for the garden that flowers. Add
      those of neighbours, as far as anybody knows them.
    </p>
    <p><RouterLink to="/growing/learned">Which crops cross more here than expected</RouterLink></p>
  </div>
</template>

<style scoped>
.list {
  height: 100%;
  padding: 24px 26px;
  display: grid;
  gap: 14px;
  align-content: start;
}
h3 {
  font-size: 16px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 12px;
  align-items: baseline;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
li a {
  min-height: 24px;
}
.much {
  color: var(--act);
  font-weight: 600;
}
</style>
