<script setup lang="ts">
import { X } from '@lucide/vue';
import QuickSelect from '../fields/QuickSelect.vue';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { SORTS, type Sort } from './useLotList.ts';

const props = defineProps<{ tag: string; crop: string | null; sort: Sort; tags: Readonly<Record<string, number>> }>();
const emit = defineEmits<{ show: [query: Record<string, string | undefined>] }>();
const router = useRouter();

const LISTS = [
  { tag: 'all', label: 'All' },
  { tag: 'decision', label: 'Renew or let go' },
  { tag: 'test-first', label: 'Test first' },
  { tag: 'quarantine', label: 'Quarantine' },
  { tag: 'doubtful', label: 'Doubtful' },
  { tag: 'surprises', label: 'Not quite true' },
  { tag: 'missing', label: 'Missing' },
  { tag: 'used-up', label: 'Used up' },
] as const;
const shown = computed(() =>
  LISTS.filter((l) => l.tag === 'all' || l.tag === props.tag || (l.tag !== 'used-up' && (props.tags[l.tag] ?? 0) > 0)),
);
</script>

<template>
  <div class="filter">
    <div class="lists" role="group" aria-label="Which lots">
      <button
        v-for="l in shown"
        :key="l.tag"
        type="button"
        class="pick"
        :aria-pressed="l.tag === tag"
        @click="emit('show', { tag: l.tag === 'all' ? undefined : l.tag })"
      >
        {{ l.label }} <span class="numbers">{{ tags[l.tag] ?? 0 }}</span>
      </button>
      <button v-if="crop !== null" type="button" class="pick crop" aria-pressed="true" @click="emit('show', { crop: undefined })">
        only {{ crop.replaceAll('-', ' ') }} <X :size="15" aria-hidden="true" /><span class="unseen">, show all crops</span>
      </button>
    </div>
    <div class="right">
      <QuickSelect
        label="Order"
        :model-value="sort"
        :options="Object.entries(SORTS).map(([value, label]) => ({ value, label }))"
        @update:model-value="emit('show', { sort: $event })"
      />
      <Button @click="router.push('/lots/take-in')">Take in <kbd>N</kbd></Button>
    </div>
  </div>
</template>

<style scoped>
.filter {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  justify-content: space-between;
  padding: 12px 18px 2px 12px;
}
.lists {
  display: flex;
  gap: 2px;
  /* One line, whatever there is to choose: room for lots. */
  overflow-x: auto;
  scrollbar-width: thin;
  min-width: 0;
}
.pick {
  flex: none;
}
.pick {
  min-height: 40px;
  padding: 0 8px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--ink-soft);
  font-weight: 600;
  cursor: pointer;
}
.pick:hover {
  border-bottom-color: var(--rule);
}
.pick[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--action);
  background: var(--hover);
}
.pick .numbers {
  font-weight: 400;
}
.pick.crop {
  border-bottom-color: var(--watch-fill);
}
.right {
  display: flex;
  gap: 8px;
  flex: none;
}
@media (max-width: 1250px) {
  .filter {
    flex-wrap: wrap;
    justify-content: flex-end;
    row-gap: 2px;
  }
  .lists {
    order: 1;
    flex: 1 1 100%;
  }
}
</style>
