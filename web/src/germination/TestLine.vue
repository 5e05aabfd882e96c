<script setup lang="ts">
import { WARM_STEP, plural } from '@esprel/core';
import type { ListedTest } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

/** One test as a line of a list: what it is, how far it is, and what comes next. */
const props = defineProps<{ test: ListedTest }>();
const session = useSession();
const format = useFormat();
const t = computed(() => props.test);
const bags = computed(() => (t.value.bagNumbers === null ? '' : [...new Set(t.value.bagNumbers)].join('–')));
const late = computed(() => t.value.closedOn === null && t.value.due !== null && t.value.due < session.today);
const next = computed(() => {
  const { step, next: count, callOn } = t.value;
  if (t.value.closedOn !== null) return `closed ${format.day(t.value.closedOn)}`;
  if (t.value.planned) return `lay it ${format.due(t.value.startedOn)}`;
  if (step && (count === null || step.due <= count.due)) {
    if (step.kind === 'look') return `look into the cold ${format.due(step.due)}`;
    return `${step.step.step === WARM_STEP ? 'into the warm' : 'next step'} ${format.due(step.due)}`;
  }
  if (!count) return 'every seed is marked: close it';
  if (callOn !== null && callOn <= session.today) return 'no more to come: call it';
  return `${count.extended ? 'slow seed still out' : `count ${String(count.number)} of ${String(count.of)}`}, ${format.due(count.due)}`;
});
</script>

<template>
  <RouterLink :to="`/tests/${t.id}`" class="line">
    <span class="code">{{ t.lotCode }}</span>
    <span class="name"
      ><strong>{{ t.variety }}</strong> <span class="quiet">{{ t.crop }}</span></span
    >
    <span class="bag quiet numbers">{{ bags === '' ? '' : `${bags.includes('–') ? 'bags' : 'bag'} ${bags}` }}</span>
    <span class="numbers">{{
      t.planned ? plural(t.seeds, 'seed') : t.closedOn === null ? `${t.normal} of ${t.seeds} up` : `${t.alive} of ${t.seeds} alive`
    }}</span>
    <span :class="late ? 'late' : 'quiet'">{{ next }}</span>
  </RouterLink>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) 92px 104px minmax(130px, 184px);
  gap: 10px;
  align-items: center;
  min-height: 42px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--band);
}
.line:hover {
  background: var(--hover);
}
strong {
  font-weight: 600;
}
.bag {
  white-space: nowrap;
}
.name {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.late {
  color: var(--act);
  font-weight: 600;
}
@media (max-width: 560px) {
  .line {
    grid-template-columns: 88px minmax(0, 1fr);
    gap: 2px 10px;
    padding: 8px 0;
    min-height: 56px;
  }
  .bag:empty {
    display: none;
  }
}
</style>
