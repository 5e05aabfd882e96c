<script setup lang="ts">
import Splitter from 'primevue/splitter';
import SplitterPanel from 'primevue/splitterpanel';
import { ChevronLeft } from '@lucide/vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useNarrow } from './narrow.ts';

/** A list on the left, the opened sheet on the right, shared out as the hand that pulls between them likes; one of the two where there is no room for both. */
defineProps<{ opened: boolean; label: string }>();
const route = useRoute();
const narrow = useNarrow();
/** The list alone, as it was filtered. */
const list = computed(() => ({ path: route.matched[0]?.path ?? '/today', query: route.query }));
</script>

<template>
  <Splitter class="two" :class="{ opened }" state-key="esprel.panes" state-storage="local" :gutter-size="5">
    <SplitterPanel :size="61" :min-size="35" class="left">
      <section class="scrolls pane" :aria-label="label" tabindex="-1"><slot /></section>
    </SplitterPanel>
    <SplitterPanel :size="39" :min-size="28" class="right">
      <section class="pane sheet-pane" aria-label="The opened sheet">
        <RouterLink v-if="opened && narrow" class="to-list" :to="list"><ChevronLeft :size="20" aria-hidden="true" />{{ label }}</RouterLink>
        <slot name="sheet"><RouterView /></slot>
      </section>
    </SplitterPanel>
  </Splitter>
</template>

<style scoped>
.two {
  height: 100%;
  border: 0;
  border-radius: 0;
  background: none;
}
.pane {
  height: 100%;
  min-height: 0;
  min-width: 0;
  outline: none;
}
.left,
.right {
  min-height: 0;
  min-width: 0;
}
.right {
  background: var(--sheet);
  box-shadow: -3px 0 10px rgb(60 50 30 / 7%);
}
@media (max-width: 900px) {
  .sheet-pane {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr);
  }
  .to-list {
    display: flex;
    align-items: center;
    gap: 4px;
    min-height: 48px;
    padding: 0 14px;
    border-bottom: 1px solid var(--hair);
  }
  .left,
  .right {
    flex-basis: 100% !important;
  }
  .two :deep(.p-splitter-gutter),
  .opened .left,
  .two:not(.opened) .right {
    display: none;
  }
}
</style>
