<script setup lang="ts">
import { groupedMemberCode, plural } from '@esprel/core';
import type { NewCards } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, onBeforeUnmount } from 'vue';

/** Cards that were made just now: to be printed now, since what is on them is kept nowhere. */
const props = defineProps<{ made: NewCards }>();
defineEmits<{ done: [] }>();
const file = computed(() => {
  const bytes = Uint8Array.from(atob(props.made.pdf), (c) => c.charCodeAt(0));
  return URL.createObjectURL(new Blob([bytes], { type: 'application/pdf' }));
});
onBeforeUnmount(() => {
  URL.revokeObjectURL(file.value);
});
</script>

<template>
  <div class="made" role="status">
    <p>
      <strong>{{ made.cards.length === 1 ? 'The card is made.' : `${plural(made.cards.length, 'card')} are made.` }}</strong> Print
      {{ made.cards.length === 1 ? 'it' : 'them' }} now: what is on a card is kept nowhere, so it cannot be printed again later.
    </p>
    <ul class="plain">
      <li v-for="c in made.cards.slice(0, 4)" :key="c.memberId">
        {{ c.name }} <span class="code">{{ groupedMemberCode(c.code) }}</span>
      </li>
    </ul>
    <p v-if="made.cards.length > 4" class="quiet">and {{ made.cards.length - 4 }} more on the sheet</p>
    <div class="row-of-buttons">
      <a class="print" :href="file" download="member cards.pdf">Sheet of cards as PDF</a>
      <Button label="Done" severity="secondary" size="small" @click="$emit('done')" />
    </div>
  </div>
</template>

<style scoped>
.made {
  display: grid;
  gap: 6px;
  background: var(--lift);
  border: 1px solid var(--watch-line);
  padding: 10px 14px;
}
strong {
  font-weight: 600;
}
.code {
  white-space: normal;
  margin-left: 6px;
}
.print {
  font-weight: 600;
}
</style>
