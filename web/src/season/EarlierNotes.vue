<script setup lang="ts">
import { TIMING_WORDS } from '@esprel/core';
import type { EarlierNote } from '@esprel/core/api';
import { useFormat } from '../base/useFormat.ts';

/** What was noted of sowings of the same crop before: it is read again when the crop is planned. */
defineProps<{ notes: readonly EarlierNote[] }>();
const format = useFormat();
</script>

<template>
  <section v-if="notes.length > 0" aria-label="Noted before">
    <h2>Noted before</h2>
    <ul class="plain">
      <li v-for="n in notes" :key="n.id">
        <RouterLink :to="`/sowing/${n.id}`">{{ n.variety }}, {{ format.day(n.sownOn) }}</RouterLink>
        <span class="quiet">{{ n.emerged ?? 0 }} of {{ n.seeds }} up{{ n.timing ? `; ${TIMING_WORDS[n.timing]}` : '' }}</span>
        <span v-if="n.note" class="note">{{ n.note }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
li {
  display: grid;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.note {
  font-style: italic;
}
</style>
