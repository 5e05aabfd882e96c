<script setup lang="ts">
import { plural } from '@esprel/core';
import { type SwapDay, swapApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { useRouter } from 'vue-router';
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';

/** The swap days there were and that are to come. */
const router = useRouter();
const access = useAccess();
const format = useFormat();
const { data, problem } = useRead(swapApi.days, () => ({}));

function words(d: SwapDay): string {
  const n = d.numbers;
  if (n.packetsIn + n.packetsOut === 0) return plural(d.desks.length, 'desk');
  return `${plural(n.visitors, 'visitor')}, ${plural(n.packetsIn, 'packet')} in, ${String(n.packetsOut)} out`;
}
</script>

<template>
  <section class="days scrolls" tabindex="-1" aria-label="Swap days">
    <header>
      <h1>Swap days</h1>
      <Button v-if="access.coordinator" severity="secondary" label="A swap day" @click="router.push('/swap/new')" />
      <Button severity="secondary" label="Members" @click="router.push('/members')" />
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.days.length === 0" class="empty">
      <strong>No swap day yet.</strong> Make one some weeks before: it says what to bring and what to ask for, and its desks work in a hall
      without a network.
    </p>
    <ul class="plain">
      <li v-for="d in data?.days ?? []" :key="d.id">
        <RouterLink :to="d.finishedOn === null ? `/swap/${d.id}` : `/swap/${d.id}/after`">
          <strong>{{ d.name }}</strong>
          <span
            >{{ format.longDay(d.heldOn) }}<template v-if="d.hall">, {{ d.hall }}</template></span
          >
          <span class="quiet">{{ words(d) }}</span>
          <span v-if="d.toPutRight > 0" class="wrong">{{ d.toPutRight }} to put right</span>
          <span v-else-if="d.finishedOn" class="quiet">finished</span>
        </RouterLink>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.days {
  height: 100%;
  padding: 18px 24px 30px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
header h1 {
  margin-right: auto;
}
li a {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.4fr) minmax(0, 1.4fr) 130px;
  gap: 4px 16px;
  padding: 10px 12px;
  border-bottom: 1px solid var(--rule);
  color: var(--ink);
  text-decoration: none;
}
li a:hover {
  background: var(--hover);
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
@media (max-width: 860px) {
  li a {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
