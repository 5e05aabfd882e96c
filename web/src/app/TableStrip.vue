<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import { plural } from '@esprel/core';
import { ChevronUp, X } from '@lucide/vue';
import Button from 'primevue/button';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRouter } from 'vue-router';
import { verdictLook } from '../shared/verdictLook.ts';
import { useNarrow } from '../base/narrow.ts';
import { useTable } from '../base/table.ts';

/** Only a small screen has it as a drawer. */
const Drawer = defineAsyncComponent(() => import('primevue/drawer'));
const table = useTable();
const narrow = useNarrow();
const opened = ref(false);
const router = useRouter();
const labelsTo = computed(() => `/labels?codes=${table.codes.join(',')}`);
function go(to: string): void {
  opened.value = false;
  void router.push(to);
}
</script>

<template>
  <footer v-if="narrow" v-show="table.count > 0" class="table narrow" aria-label="On the table">
    <Button class="onwood" :aria-expanded="opened" @click="opened = true">
      <ChevronUp :size="20" aria-hidden="true" /> {{ plural(table.count, 'envelope') }} on the table
    </Button>
    <Button severity="secondary" label="Put away" @click="go('/table/put-away')" />
    <Drawer v-model:visible="opened" position="bottom" header="On the table" class="table-drawer" aria-label="On the table">
      <ul class="plain drawer-lots">
        <li v-for="lot in table.lots" :key="lot.code">
          <RouterLink :to="`/lots/${lot.code}`" @click="opened = false"
            ><span class="code">{{ lot.code }}</span> <strong>{{ lot.variety }}</strong></RouterLink
          >
          <Button severity="secondary" variant="text" :aria-label="`Take ${lot.code} off the table`" @click="table.putBack(lot.code)"
            ><X :size="20" aria-hidden="true"
          /></Button>
        </li>
      </ul>
      <div class="row-of-buttons">
        <Button label="Lend" @click="go('/table/lend')" />
        <Button label="Labels" severity="secondary" @click="go(labelsTo)" />
        <Button label="Test them" severity="secondary" @click="go('/tests/round')" />
        <Button label="Plan to sow" severity="secondary" @click="go('/sowing/plan')" />
        <Button label="Lay on a tray" severity="secondary" @click="go('/sowing/trays/new?table=1')" />
        <Button label="Put away" severity="secondary" @click="go('/table/put-away')" />
        <Button label="Take all off" severity="secondary" variant="text" @click="(table.clear(), (opened = false))" />
      </div>
    </Drawer>
  </footer>
  <footer v-else class="table" :class="{ bare: table.count === 0 }" aria-label="On the table">
    <h2>
      <WordHelp of="table">On the <br />table</WordHelp>
    </h2>
    <p v-if="table.count === 0" class="hint">Envelopes you pull out lie here. Press <kbd>T</kbd> on an open lot.</p>
    <template v-else>
      <ul class="plain lots">
        <li v-for="lot in table.lots" :key="lot.code" class="arrives">
          <RouterLink
            :to="`/lots/${lot.code}`"
            class="card"
            :style="{ '--edge': verdictLook(lot.state === 'quarantine' ? 'quarantine' : lot.verdict).colour }"
          >
            <span class="code">{{ lot.code }}</span>
            <strong>{{ lot.variety }}</strong>
          </RouterLink>
          <button type="button" class="back" :aria-label="`Take ${lot.code} off the table`" @click="table.putBack(lot.code)">
            <X :size="16" aria-hidden="true" />
          </button>
        </li>
      </ul>
      <div class="actions">
        <Button class="onwood" @click="router.push(labelsTo)">Labels <kbd>P</kbd></Button>
        <Button class="onwood" @click="router.push('/table/lend')">Lend <kbd>L</kbd></Button>
        <Button class="onwood" label="Test them" @click="router.push('/tests/round')" />
        <Button class="onwood" label="Plan to sow" @click="router.push('/sowing/plan')" />
        <Button class="onwood" label="Lay on a tray" @click="router.push('/sowing/trays/new?table=1')" />
        <Button v-tooltip.top="'Takes all off; nothing is moved'" class="onwood" label="Clear" @click="table.clear()" />
        <Button severity="secondary" label="Put away" @click="router.push('/table/put-away')" />
      </div>
    </template>
  </footer>
</template>

<style scoped>
.table {
  grid-row: 7;
  background: var(--wood);
  color: var(--lift);
  display: flex;
  align-items: center;
  gap: 20px;
  padding: 10px 20px;
  min-height: 66px;
}
.table.bare {
  min-height: 52px;
  padding-block: 4px;
}
.bare br {
  display: none;
}
h2 {
  font-size: 15px;
  font-weight: 600;
  white-space: nowrap;
}
.hint {
  color: var(--rule);
}
.lots {
  display: flex;
  gap: 10px;
  overflow-x: auto;
  flex: 1 0 150px;
  min-width: 0;
  padding: 2px;
}
.lots li {
  position: relative;
  flex: none;
}
.card {
  display: grid;
  width: 137px;
  padding: 4px 26px 4px 8px;
  background: var(--lift);
  color: var(--ink);
  text-decoration: none;
  border-right: 6px solid var(--edge);
  border-radius: 2px;
  line-height: 1.3;
  box-shadow: 0 2px 5px rgb(0 0 0 / 35%);
}
.card strong {
  font-size: 14px;
  font-weight: 600;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.card .code {
  font-size: 14px;
}
.back {
  position: absolute;
  inset: 0 6px 0 auto;
  width: 34px;
  border: 0;
  background: none;
  color: var(--quiet);
  cursor: pointer;
}
.actions {
  display: flex;
  gap: 8px;
  min-width: 0;
  padding: 2px;
  overflow-x: auto;
}
.actions :deep(.p-button) {
  flex: none;
}
.onwood.p-button {
  background: transparent;
  border-color: var(--bark);
  color: var(--lift);
}
:focus-visible {
  outline-color: var(--knob);
}
.narrow {
  min-height: 0;
  padding: 4px 8px;
  justify-content: space-between;
}
.drawer-lots li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}
.drawer-lots a {
  flex: 1;
  min-height: 48px;
  display: flex;
  gap: 12px;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.row-of-buttons {
  padding-top: 14px;
}
</style>

<style>
.p-drawer-bottom .p-drawer.table-drawer {
  height: auto;
  max-height: 80dvh;
}
</style>
