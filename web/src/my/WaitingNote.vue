<script setup lang="ts">
import Button from 'primevue/button';
import { inWords } from './said.ts';
import { useMine } from './useMine.ts';

/** What did not reach the library, and why. */
const mine = useMine();
</script>

<template>
  <p v-if="mine.problem" class="note" role="alert">{{ mine.problem }} What you wrote is kept here and sent again by itself.</p>
  <p v-if="!mine.lasting" class="note" role="status">
    This browser keeps nothing on the phone. What is not sent is lost when the page is closed; open it outside of a private window.
  </p>
  <div v-for="w in mine.refused" :key="w.n" class="note" role="alert">
    <p>
      <strong>Not taken: {{ inWords(w.said) }}.</strong> {{ w.refused }}.
    </p>
    <Button label="Throw it away" severity="secondary" @click="mine.throwAway(w.n)" />
  </div>
  <p v-if="mine.others > 0" class="note" role="status">
    {{ mine.others === 1 ? 'One thing' : `${mine.others} things` }} that somebody else wrote on this phone
    {{ mine.others === 1 ? 'waits' : 'wait' }} here for their card.
  </p>
</template>

<style scoped>
.note {
  display: grid;
  gap: 8px;
  justify-items: start;
  background: var(--watch-soft);
  border-left: 4px solid var(--watch-fill);
  padding: 10px 14px;
}
</style>
