<script setup lang="ts">
import type { SeedKind } from '@esprel/core';
import Button from 'primevue/button';
import { plural } from '@esprel/core';

/** What the seeds are that did not sprout: a cut or a squeeze tells, and one press marks them all. */
defineProps<{ left: number }>();
const emit = defineEmits<{ rest: [kind: SeedKind] }>();
const KINDS = [
  { kind: 'dead', words: 'soft or grey inside', is: 'dead' },
  { kind: 'hard', words: 'took up no water', is: 'hard, asleep' },
  { kind: 'fresh', words: 'swollen, firm and white', is: 'fresh, asleep' },
  { kind: 'empty', words: 'nothing but a coat', is: 'empty' },
] as const satisfies readonly { kind: SeedKind; words: string; is: string }[];
</script>

<template>
  <details class="rest">
    <summary>{{ plural(left, 'seed') }} without a mark. Before you close: cut or squeeze them</summary>
    <p>
      Press each between two nails, or cut it through the middle on a board, never in the hand: blades slip. Stamp each by what you see, or
      all that are left at once:
    </p>
    <ul class="plain">
      <li v-for="k in KINDS" :key="k.kind">
        <span>{{ k.words }}</span>
        <Button type="button" size="small" severity="secondary" :label="`All ${left}: ${k.is}`" @click="emit('rest', k.kind)" />
      </li>
    </ul>
  </details>
</template>

<style scoped>
.rest {
  border: 1px solid var(--band);
  background: var(--hover);
  padding: 10px 14px;
}
summary {
  cursor: pointer;
  font-weight: 600;
  min-height: 24px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  padding: 3px 0;
}
</style>
