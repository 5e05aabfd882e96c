<script setup lang="ts">
/** One step on the line from the seedling to the bag: done, asked about now, or still to come. */
defineProps<{ done?: boolean; now?: boolean }>();
</script>

<template>
  <li class="line" :class="{ now }">
    <span class="dot" :class="{ done, now }" aria-hidden="true" />
    <div class="words"><slot /></div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  gap: 14px;
  padding: 0 0 18px;
  position: relative;
}
.line:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 10px;
  top: 22px;
  bottom: -4px;
  width: 2px;
  background: var(--rule);
}
.line.now {
  background: var(--sheet);
  border: 1px solid var(--edge);
  border-left: 5px solid var(--watch-fill);
  padding: 12px 14px 14px 10px;
  margin: 0 -10px 18px -14px;
}
.line.now::before {
  display: none;
}
.dot {
  width: 20px;
  height: 20px;
  margin-top: 2px;
  border-radius: 50%;
  border: 2px solid var(--dashes);
  background: var(--paper);
  position: relative;
}
.dot.done {
  background: var(--leaf);
  border-color: var(--leaf);
}
.dot.now {
  border-color: var(--watch);
  background: var(--watch-soft);
}
.words {
  display: grid;
  gap: 6px;
  align-content: start;
}
</style>
