<script setup lang="ts">
import { plural } from '@esprel/core';
import type { Reach } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';

/** What follows from a correction, before it is made: nothing of it is a surprise afterwards. */
const props = defineProps<{ reach: Reach }>();
const format = useFormat();
const labels = computed(() => props.reach.lots.filter((l) => l.reprint).length);
</script>

<template>
  <div class="reach" role="note" aria-label="What follows">
    <p>
      <strong>What follows:</strong> {{ plural(reach.lots.length, 'lot') }}, {{ plural(labels, 'label') }} to print again,
      {{ plural(reach.loans.length, 'loan') }} whose {{ reach.loans.length === 1 ? 'member' : 'members' }} should be told. Codes stay as
      they are, and so does the history.
    </p>
    <details v-if="reach.lots.length + reach.loans.length > 0">
      <summary>Which</summary>
      <ul class="plain">
        <li v-for="l in reach.lots" :key="l.code">
          <span class="code">{{ l.code }}</span> {{ l.variety }}, {{ plural(l.balance, 'seed') }}{{ l.reprint ? ', label' : '' }}
        </li>
        <li v-for="(l, i) in reach.loans" :key="i">
          {{ l.member }}: {{ plural(l.seeds, 'seed') }} of <span class="code">{{ l.lotCode }}</span>, {{ format.day(l.lentOn) }}
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.reach {
  border-left: 4px solid var(--action);
  background: var(--action-soft);
  padding: 8px 12px;
}
summary {
  cursor: pointer;
  min-height: 32px;
}
strong {
  font-weight: 600;
}
ul {
  max-height: 220px;
  overflow-y: auto;
}
</style>
