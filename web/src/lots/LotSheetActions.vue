<script setup lang="ts">
import Button from 'primevue/button';
import { useRouter } from 'vue-router';
import { useTable } from '../base/table.ts';

/** What can be done with a lot, in sight wherever one reads of its sheet. */
const props = defineProps<{
  code: string;
  /** Seed in quarantine is neither lent nor sown. */
  quarantine: boolean;
  openTest: { readonly id: number; readonly planned: number } | null;
}>();
const router = useRouter();
const table = useTable();
function go(what: string): void {
  void router.push(`/lots/${props.code}/${what}`);
}
</script>

<template>
  <div class="row-of-buttons actions">
    <Button v-if="openTest" @click="router.push(`/tests/${openTest.id}`)"
      >{{ openTest.planned === 1 ? 'Lay the test' : 'Count the test' }} <kbd>C</kbd></Button
    >
    <Button v-if="!quarantine" label="Lend" severity="secondary" @click="go('lend')" />
    <Button v-if="!openTest" label="Test" severity="secondary" @click="go('test')" />
    <Button v-if="!quarantine" label="Sow" severity="secondary" @click="go('sow')" />
    <Button v-if="!quarantine" label="When to sow" severity="secondary" @click="go('season')" />
    <Button severity="secondary" @click="router.push(`/labels?codes=${code}`)">Label <kbd>P</kbd></Button>
    <Button label="Amount" severity="secondary" @click="go('amount')" />
    <Button v-if="!quarantine" label="Packets" severity="secondary" @click="go('packets')" />
    <Button label="Put right" severity="secondary" @click="go('edit')" />
    <Button severity="secondary" :aria-pressed="table.has(code)" @click="table.toggle(code)">
      {{ table.has(code) ? 'Off the table' : 'On the table' }} <kbd>T</kbd>
    </Button>
  </div>
</template>

<style scoped>
.actions {
  /* In sight wherever one reads: at the lower edge until it is reached, then at the upper one. */
  position: sticky;
  top: -1px;
  bottom: -29px;
  z-index: 2;
  gap: 6px;
  margin-inline: -24px;
  padding: 8px 24px;
  background: var(--sheet);
  border-block: 1px solid var(--hair);
}
.actions :deep(.p-button) {
  padding-inline: 11px;
}
@media (max-width: 900px) {
  .actions {
    flex-wrap: nowrap;
    overflow-x: auto;
    min-height: 66px;
  }
  .actions :deep(.p-button) {
    flex: none;
  }
}
</style>
