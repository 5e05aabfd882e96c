<script setup lang="ts">
import { type PlaceListed, placesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import Tree from 'primevue/tree';
import type { TreeNode } from 'primevue/treenode';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useFormat } from '../base/useFormat.ts';
import LibraryPane from '../shared/LibraryPane.vue';
import PlaceShape from './PlaceShape.vue';

const route = useRoute();
const router = useRouter();
const format = useFormat();
const { data, problem } = useRead(placesApi.list, () => ({}));

function climate(p: PlaceListed): string {
  if (p.temperatureC === null || p.rhPercent === null) return 'climate not known';
  return `${format.warmth(p.temperatureC)}, ${String(p.rhPercent)} %${p.sealed ? ' sealed' : ''}`;
}
/** Places by what they stand in, all of them unfolded until somebody folds one. */
const nodes = computed(() => {
  const places = data.value?.places ?? [];
  const inside = (parent: number | null): TreeNode[] =>
    places.filter((p) => p.parentId === parent).map((p) => ({ key: String(p.id), label: p.name, data: p, children: inside(p.id) }));
  return inside(null);
});
const expanded = ref<Record<string, boolean>>({});
watch(data, (now) => {
  for (const { id } of now?.places ?? []) expanded.value[String(id)] ??= true;
});
const open = (id: string): void => void router.push(`/library/places/${id}`);
const inherits = (p: PlaceListed): boolean => p.ownTemperatureC === null && p.ownRhPercent === null && p.parentId !== null;
</script>

<template>
  <LibraryPane label="Places" sheet="The opened place" :opened="route.path !== '/library/places'" back="/library/places">
    <header>
      <h1>Places</h1>
      <Button label="New place" severity="secondary" @click="router.push('/library/places/new')" />
    </header>
    <p class="quiet">Where seed is kept. Warm and damp places age it; the estimate of every lot uses them.</p>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.places.length === 0" class="empty"><strong>No place yet.</strong> Write down the first box, drawer or fridge.</p>
    <Tree
      v-if="nodes.length > 0"
      class="places"
      :value="nodes"
      :expanded-keys="expanded"
      selection-mode="single"
      :pt="{ nodeToggleButton: { 'aria-label': 'Fold or unfold' } }"
      :selection-keys="{ [String(route.params.id)]: true }"
      @node-select="open($event.key)"
      @node-unselect="open($event.key)"
      @update:expanded-keys="expanded = $event"
    >
      <template #default="{ node }">
        <RouterLink :to="`/library/places/${node.key}`" class="place" tabindex="-1" @click.stop>
          <PlaceShape :kind="node.data.kind" />
          <strong>{{ node.label }}</strong>
          <span class="quiet climate" :class="{ same: inherits(node.data) }"
            >{{ inherits(node.data) ? 'as around it' : climate(node.data) }}<template v-if="node.data.logged">, logger</template></span
          >
          <span class="numbers n">{{ node.data.lots > 0 ? node.data.lots : '' }}</span>
        </RouterLink>
      </template>
    </Tree>
  </LibraryPane>
</template>

<style scoped>
.place {
  display: grid;
  flex: 1;
  grid-template-columns: 24px minmax(0, auto) minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  min-height: 42px;
  padding: 0 8px 0 0;
  color: var(--ink);
  text-decoration: none;
}
.places {
  padding: 0;
  background: none;
}
.places :deep(.p-tree-node-content) {
  padding: 0;
  border-radius: 0;
  border-bottom: 1px solid var(--hair);
}
.places :deep(.p-tree-node-label) {
  flex: 1;
  display: flex;
  min-width: 0;
}
.places :deep(.p-tree-node-selected) {
  background: var(--action-soft);
  color: var(--ink);
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
