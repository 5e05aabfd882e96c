<script setup lang="ts">
import { renewalsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';

/** What would help most. It is worked out once the search is at rest, since it asks for the plan again with each help. */
const props = defineProps<{ settled: boolean }>();
const { data } = useRead(renewalsApi.helps, () => (props.settled ? {} : null));
</script>

<template>
  <section v-if="!settled || (data && data.helps.length > 0)" aria-label="What would help most">
    <h2>What would help most</h2>
    <p v-if="!data" class="quiet small">Worked out once the search is at rest.</p>
    <ol v-else class="plain">
      <li v-for="h in data.helps" :key="h.words" class="help">
        <span
          ><strong>{{ h.words }}</strong
          >{{ ' ' }}<span class="quiet">{{ h.why }}</span></span
        >
        <strong class="more">+{{ h.kept.toFixed(1) }} kept</strong>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.help {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  padding: 7px 8px;
  border-bottom: 1px solid var(--hair);
}
strong {
  font-weight: 600;
}
.more {
  color: var(--good);
  white-space: nowrap;
}
</style>
