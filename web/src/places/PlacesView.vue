<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import { useRoute, useRouter } from 'vue-router';
import { useFetched } from '../base/useFetched.ts';
import { useFormat } from '../base/useFormat.ts';
import LibraryPane from '../shared/LibraryPane.vue';
import PlaceShape from './PlaceShape.vue';
import type { PlaceListed } from '../answers/places.ts';

const route = useRoute();
const router = useRouter();
const format = useFormat();
const { data, problem } = useFetched<{ places: PlaceListed[] }>(() => '/places');

function climate(p: PlaceListed): string {
  if (p.temperatureC === null || p.rhPercent === null) return 'climate not known';
  return `${format.warmth(p.temperatureC)}, ${String(p.rhPercent)} %${p.sealed ? ' sealed' : ''}`;
}
const inherits = (p: PlaceListed): boolean => p.ownTemperatureC === null && p.ownRhPercent === null && p.parentId !== null;
</script>

<template>
  <LibraryPane label="Places" sheet="The opened place" :opened="route.path !== '/library/places'" back="/library/places">
    <header>
      <h1>Places</h1>
      <Button label="New place" severity="secondary" @click="router.push('/library/places/new')" />
    </header>
    <p class="quiet">Where seed is kept. Warm and damp places age it; the estimate of every lot uses them.</p>
    <DeskMessage kind="problem" v-if="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.places.length === 0" class="empty"><strong>No place yet.</strong> Write down the first box, drawer or fridge.</p>
    <ul class="plain">
      <li v-for="p in data?.places ?? []" :key="p.id" :style="{ paddingLeft: `${p.depth * 22}px` }">
        <RouterLink :to="`/library/places/${p.id}`" class="place" :class="{ here: route.params.id === String(p.id) }">
          <PlaceShape :kind="p.kind" />
          <strong>{{ p.name }}</strong>
          <span class="quiet climate" :class="{ same: inherits(p) }"
            >{{ inherits(p) ? 'as around it' : climate(p) }}<template v-if="p.logged">, logger</template></span
          >
          <span class="numbers n">{{ p.lots > 0 ? p.lots : '' }}</span>
        </RouterLink>
      </li>
    </ul>
  </LibraryPane>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: 24px minmax(0, auto) minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  min-height: 42px;
  padding: 0 8px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
strong {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.climate {
  text-align: right;
  font-size: 14px;
}
.n {
  min-width: 32px;
  text-align: right;
}
</style>
