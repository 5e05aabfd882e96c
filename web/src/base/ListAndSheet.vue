<script setup lang="ts">
import Splitter from 'primevue/splitter';
import SplitterPanel from 'primevue/splitterpanel';

/** A list on the left, the opened sheet on the right, shared out as the hand that pulls between them likes; one of the two where there is no room for both. */
defineProps<{ opened: boolean; label: string }>();
</script>

<template>
  <Splitter class="two" :class="{ opened }" state-key="esprel.panes" state-storage="local" :gutter-size="5">
    <SplitterPanel :size="61" :min-size="35" class="left">
      <section class="scrolls pane" :aria-label="label" tabindex="-1"><slot /></section>
    </SplitterPanel>
    <SplitterPanel :size="39" :min-size="28" class="right">
      <section class="pane" aria-label="The opened sheet">
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
@media (max-width: 860px) {
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
