<script setup lang="ts">
import { Check, TriangleAlert, X } from '@lucide/vue';
import Button from 'primevue/button';
import { useChanges } from '../base/changes.ts';

const changes = useChanges();
</script>

<template>
  <div v-if="changes.last || changes.undoProblem" class="step" :class="{ refused: changes.undoProblem }" role="status">
    <component :is="changes.undoProblem ? TriangleAlert : Check" class="mark" :size="18" :stroke-width="2.4" aria-hidden="true" />
    <span class="text">{{ changes.undoProblem ?? changes.last?.summary }}</span>
    <Button v-if="changes.last && !changes.undoProblem" severity="secondary" size="small" @click="changes.undo()">
      {{ changes.last.summary.startsWith('Took back: ') ? 'Do it again' : 'Take it back' }} <kbd>U</kbd>
    </Button>
    <Button severity="secondary" size="small" variant="text" aria-label="Put this line away" @click="changes.forget()"
      ><X :size="17" aria-hidden="true"
    /></Button>
  </div>
</template>

<style scoped>
.step {
  grid-row: 6;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 3px 20px;
  background: var(--good-soft);
  border-top: 1px solid var(--good-mist);
}
.mark {
  color: var(--good);
  font-weight: 600;
}
.refused {
  background: var(--act-soft);
  border-color: var(--act-mist);
}
.refused .mark {
  color: var(--act);
}
.text {
  flex: 1;
  min-width: 0;
}
.step :deep(.p-button) {
  min-height: 36px;
}
</style>
