<script setup lang="ts">
/** A page of the library with a list of its own on the left and what is opened of it on the right. */
defineProps<{ label: string; sheet: string; opened: boolean; back: string }>();
</script>

<template>
  <div class="pane" :class="{ one: opened }">
    <section class="list scrolls" :aria-label="label" tabindex="-1"><slot /></section>
    <section class="opened" :aria-label="sheet">
      <RouterLink class="back" :to="back">All {{ label.toLowerCase() }}</RouterLink>
      <RouterView />
    </section>
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
  background: var(--hover);
}
.opened {
  min-height: 0;
}
.back {
  display: none;
}
/* Where there is no room for both, the list or what is opened of it. */
@media (max-width: 1000px) {
  .pane {
    grid-template-columns: minmax(0, 1fr);
  }
  .one .list,
  .pane:not(.one) .opened {
    display: none;
  }
  .opened {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr);
  }
  .back {
    display: block;
    padding: 10px 24px 0;
    min-height: 40px;
  }
}
</style>
