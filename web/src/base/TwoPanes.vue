<script setup lang="ts">
/** Two sides of one surface: the work on the paper at the left, what it says on the sheet at the right. */
defineProps<{ left: string; right: string }>();
</script>

<template>
  <div class="panes">
    <section class="work scrolls" :aria-label="left" tabindex="-1"><slot /></section>
    <aside class="beside scrolls" :aria-label="right" tabindex="0"><slot name="right" /></aside>
  </div>
</template>

<style scoped>
.panes {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(360px, 39.3%);
  height: 100%;
}
.work,
.beside {
  min-height: 0;
  min-width: 0;
  padding: 16px 22px 22px;
  display: grid;
  gap: 12px;
  align-content: start;
  /* What scrolls sideways by itself must not be squeezed flat. */
  grid-auto-rows: max-content;
  outline: none;
}
.beside {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding-inline: 24px;
}
.beside:focus-visible {
  outline: 3px solid var(--focus);
  outline-offset: -3px;
}
@media (max-width: 900px) {
  .panes {
    display: block;
    overflow-y: auto;
  }
  .work,
  .beside {
    overflow: visible;
  }
  .beside {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
</style>
