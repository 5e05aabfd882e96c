<script setup lang="ts">
import type { Purpose } from '@esprel/core';
import { type BeforeLending, growingApi } from '@esprel/core/api';
import { computed } from 'vue';
import { useRead } from '../base/useRead.ts';

/** What should be known before seed goes to somebody who saves it: what it would cross with there, that it takes two years, and what would be better. */
const props = defineProps<{ codes: readonly string[]; memberId: number | null; purpose: Purpose; named?: boolean }>();
const { data } = useRead(growingApi.before, () =>
  props.purpose === 'garden' || props.codes.length === 0
    ? null
    : { codes: props.codes.join(','), member: props.memberId, purpose: props.purpose },
);
const lots = computed<readonly BeforeLending[]>(() =>
  props.purpose === 'garden' ? [] : (data.value?.lots ?? []).filter((l) => l.warnings.length > 0 && props.codes.includes(l.lotCode)),
);
</script>

<template>
  <section v-if="lots.length > 0" class="before" aria-label="Before it is lent for seed" role="status">
    <template v-for="l in lots" :key="l.lotCode">
      <p v-if="named">
        <strong>{{ l.variety }}</strong>
      </p>
      <ul class="plain">
        <li v-for="w in l.warnings" :key="w.what">
          {{ w.words }} <span v-if="w.better" class="better">Better: {{ w.better }}</span>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.before {
  border-left: 5px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 8px 14px;
  display: grid;
  gap: 4px;
}
strong {
  font-weight: 600;
}
li {
  padding: 3px 0;
}
.better {
  color: var(--good-deep);
  font-weight: 600;
}
</style>
