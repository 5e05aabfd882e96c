<script setup lang="ts">
/** A page of the library with a list of its own on the left and what is opened of it on the right. */
defineProps<{ label: string; sheet: string }>();
</script>

<template>
  <div class="pane">
    <section class="list scrolls" :aria-label="label" tabindex="-1"><slot /></section>
    <section class="opened" :aria-label="sheet"><RouterView /></section>
  </div>
</template>

<style scoped>
.pane {
  display: grid;
  grid-template-columns: minmax(320px, 40%) minmax(0, 1fr);
  height: 100%;
}
.list {
  padding: 20px;
  display: grid;
  gap: 10px;
  align-content: start;
  border-right: 1px solid var(--rule);
}
.list :deep(header) {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.list :deep(a.here) {
  background: var(--action-soft);
}
.list :deep(a:hover:not(.here)) {
  background: #fbf7ee;
}
.opened {
  min-height: 0;
}
@media (max-width: 1000px) {
  .pane {
    display: block;
    overflow-y: auto;
  }
  .opened {
    border-top: 1px solid var(--rule);
  }
}
</style>
