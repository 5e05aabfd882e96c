<script setup lang="ts">
import type { HistoryStep } from '@esprel/core/api';
import Button from 'primevue/button';
import Timeline from 'primevue/timeline';
import { useAccess } from '../base/access.ts';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';

defineProps<{ steps: readonly HistoryStep[]; heading?: string }>();
const access = useAccess();
const changes = useChanges();
const format = useFormat();
</script>

<template>
  <section class="history" aria-label="History">
    <component :is="heading ? 'h1' : 'h2'">{{ heading ?? 'History' }}</component>
    <p v-if="steps.length === 0" class="quiet">Nothing has happened yet.</p>
    <Timeline :value="[...steps]" data-key="id" :pt="{ root: { role: 'list' }, event: { role: 'listitem' } }">
      <template #opposite="{ item: s }">
        <span class="when small"
          >{{ format.day(s.day) }}<template v-if="s.person">, {{ s.person }}</template></span
        >
      </template>
      <template #content="{ item: s }">
        <div class="what" :class="{ undone: s.undoneBy !== null }">
          <span
            ><span class="words">{{ s.summary }}</span
            ><span v-if="s.undoneBy !== null" class="quiet small"> (taken back)</span></span
          >
          <Button
            v-if="s.undoneBy === null && !s.note && access.mayTakeBack(s.person)"
            severity="secondary"
            variant="text"
            size="small"
            :aria-label="`Take back: ${s.summary}`"
            @click="changes.undo(s.id)"
            >Take back</Button
          >
        </div>
      </template>
    </Timeline>
  </section>
</template>

<style scoped>
.history {
  display: grid;
  gap: 4px;
}
h2 {
  font-size: 17px;
}
.when {
  color: var(--quiet);
}
.what {
  min-height: 40px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
}
.undone .words {
  text-decoration: line-through;
  text-decoration-color: var(--dashes);
  color: var(--quiet);
}
.history :deep(.p-timeline-event-opposite) {
  flex: 0 0 150px;
  padding: 9px 12px 0 0;
  text-align: left;
}
.history :deep(.p-timeline-event-content) {
  padding: 0 0 4px 12px;
  min-width: 0;
}
.history :deep(.p-timeline-event) {
  min-height: 40px;
}
.history :deep(.p-timeline-event-marker) {
  width: 11px;
  height: 11px;
  margin-top: 14px;
}
</style>
