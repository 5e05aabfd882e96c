<script setup lang="ts">
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import { computed } from 'vue';
import type { ApiProblem } from '../base/api.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';

/** From which day to which the year is told, and whether the time before stands beside it. */
defineProps<{ from: string; to: string; compare: boolean; problem: ApiProblem | null }>();
const emit = defineEmits<{ show: [query: Record<string, string | undefined>] }>();
const session = useSession();
const thisYear = computed(() => Number(session.today.slice(0, 4)));
function calendarYear(year: number): void {
  const last = `${String(year)}-12-31`;
  emit('show', { from: `${String(year)}-01-01`, to: last > session.today ? session.today : last });
}
const print = (): void => {
  window.print();
};
</script>

<template>
  <form class="span noprint" @submit.prevent>
    <FieldDay
      id="year-from"
      :model-value="from"
      label="From"
      :max="to"
      :error="problem?.errors.find((e) => e.path === 'from')?.message"
      @update:model-value="emit('show', { from: $event ?? undefined })"
    />
    <FieldDay
      id="year-to"
      :model-value="to"
      label="To"
      :max="session.today"
      :error="problem?.errors.find((e) => e.path === 'to')?.message"
      @update:model-value="emit('show', { to: $event ?? undefined })"
    />
    <div class="quick">
      <Button label="Last 12 months" severity="secondary" size="small" @click="emit('show', { from: undefined, to: undefined })" />
      <Button
        v-for="year in [thisYear, thisYear - 1]"
        :key="year"
        :label="String(year)"
        severity="secondary"
        size="small"
        @click="calendarYear(year)"
      />
      <label class="compare"
        ><Checkbox :model-value="compare" binary @update:model-value="emit('show', { compare: $event ? undefined : 'no' })" /> beside the
        time before</label
      >
      <Button label="Print or save as PDF" @click="print" />
    </div>
  </form>
</template>

<style scoped>
.span {
  display: grid;
  grid-template-columns: 150px 150px minmax(0, 1fr);
  gap: 14px;
  align-items: end;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 14px;
}
.quick {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.compare {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  padding: 0 6px;
}
@media (max-width: 900px) {
  .span {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
