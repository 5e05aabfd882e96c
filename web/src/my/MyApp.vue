<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import SeedMark from '../base/SeedMark.vue';
import { codeInAddress, takeCode } from './codeInAddress.ts';
import EnterView from './EnterView.vue';
import SaidLast from './SaidLast.vue';
import { TABS } from './router.ts';
import { useMine } from './useMine.ts';
import WaitingNote from './WaitingNote.vue';

const mine = useMine();
const route = useRoute();
const problem = ref<string | null>(null);
const begun = ref(false);

async function enter(code: string | null): Promise<void> {
  if (code === null) return;
  problem.value = null;
  await mine.enter(code).catch((error: unknown) => {
    problem.value = (error as Error).message;
  });
}
async function begin(): Promise<void> {
  await enter(codeInAddress);
  await mine.open();
  await mine.catchUp();
}
void begin().finally(() => {
  begun.value = true;
});
// A card or link that is opened where the page stands already moves only what is behind the #.
useEventListener(window, 'hashchange', () => void enter(takeCode()));
useEventListener(window, 'online', () => void mine.catchUp());
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'visible') void mine.catchUp();
});
useIntervalFn(() => {
  if (mine.unsent.length > 0 || !mine.network) void mine.catchUp();
}, 5000);

const shown = computed(() => mine.page !== null && mine.door !== 'out');
const where = computed(() => {
  if (!mine.network) return mine.unsent.length > 0 ? `no network, ${String(mine.unsent.length)} kept here` : 'no network, kept here';
  const me = mine.page?.me;
  return me ? [me.called ?? me.name.split(' ')[0], me.place].filter((t) => t != null && t !== '').join(', ') : '';
});
const isHere = (to: string): boolean => (to === '/' ? route.path === '/' : route.path.startsWith(to));
</script>

<template>
  <div class="page">
    <header class="head">
      <span class="mark"><SeedMark :size="24" /><span>Esprel</span></span>
      <span class="quiet where" role="status">{{ shown ? where : '' }}</span>
    </header>
    <main>
      <template v-if="shown">
        <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
        <WaitingNote />
        <RouterView />
      </template>
      <EnterView v-else-if="begun || mine.door === 'out'" :problem="problem" />
      <p v-else class="quiet opening">Opening …</p>
    </main>
    <SaidLast v-if="shown" />
    <nav v-if="shown" aria-label="Pages">
      <RouterLink
        v-for="t in TABS"
        :key="t.to"
        :to="t.to"
        :class="{ here: isHere(t.to) }"
        :aria-current="isHere(t.to) ? 'page' : undefined"
        >{{ t.words }}</RouterLink
      >
    </nav>
  </div>
</template>

<style scoped>
.page {
  max-width: 620px;
  min-height: 100dvh;
  margin: 0 auto;
  display: flex;
  flex-direction: column;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 14px 20px 4px;
}
.mark {
  display: flex;
  align-items: center;
  gap: 9px;
  font-family: var(--serif);
  font-weight: 600;
  font-size: 19px;
}
.where {
  font-size: 16px;
  text-align: right;
}
main {
  flex: 1;
  padding: 6px 20px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
  grid-template-columns: minmax(0, 1fr);
}
.opening {
  padding: 30px 0;
}
nav {
  position: sticky;
  bottom: 0;
  display: flex;
  justify-content: space-between;
  background: var(--wood);
  padding: 0 8px env(safe-area-inset-bottom);
}
nav a {
  flex: 1 1 auto;
  min-height: 60px;
  display: grid;
  place-items: center;
  padding: 0 6px;
  text-align: center;
  font-size: 16px;
  font-weight: 600;
  color: var(--paper-deep);
  text-decoration: none;
  border-top: 4px solid transparent;
}
nav a.here {
  color: var(--white);
  border-top-color: var(--watch-bright);
}
</style>
