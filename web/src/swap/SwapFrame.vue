<script setup lang="ts">
import { swapApi } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import OpeningNote from '../base/OpeningNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** The pages of one swap day, in the order of the day: before, what to bring, what does not fit, what came of it. */
const props = defineProps<{ id: string; here: 'desks' | 'packing' | 'put-right' | 'after' }>();
const format = useFormat();
const { data, problem } = useRead(swapApi.day, () => ({ id: props.id }));
const parts = computed(() => [
  { key: 'desks', to: `/swap/${props.id}`, label: 'The desks' },
  { key: 'packing', to: `/swap/${props.id}/packing`, label: 'What to bring' },
  {
    key: 'put-right',
    to: `/swap/${props.id}/put-right`,
    label: (data.value?.toPutRight ?? 0) === 0 ? 'To put right' : `To put right: ${String(data.value?.toPutRight)}`,
  },
  { key: 'after', to: `/swap/${props.id}/after`, label: 'The day in numbers' },
]);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="swap day" />
  <section v-else-if="data" class="swap scrolls" tabindex="-1" :aria-label="data.name">
    <header>
      <h1>{{ data.name }}</h1>
      <span class="quiet"
        >{{ format.longDay(data.heldOn) }}<template v-if="data.hall">, {{ data.hall }}</template></span
      >
      <span v-if="data.finishedOn" class="done">finished {{ format.day(data.finishedOn) }}</span>
      <RouterLink class="all" to="/swap">All swap days</RouterLink>
    </header>
    <nav aria-label="The day">
      <RouterLink
        v-for="p in parts"
        :key="p.key"
        :to="p.to"
        :class="{ here: p.key === here }"
        :aria-current="p.key === here ? 'page' : undefined"
        >{{ p.label }}</RouterLink
      >
    </nav>
    <slot :day="data" />
  </section>
  <OpeningNote v-else what="the swap day" />
</template>

<style scoped>
.swap {
  height: 100%;
  padding: 18px 24px 30px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: baseline;
}
.all {
  margin-left: auto;
}
.done {
  color: var(--good);
  font-weight: 600;
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  border-bottom: 1px solid var(--rule);
}
nav a {
  min-height: 36px;
  display: inline-flex;
  align-items: center;
  color: var(--quiet);
  text-decoration: none;
}
nav a:hover {
  color: var(--ink);
}
nav a.here {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--action);
}
</style>
