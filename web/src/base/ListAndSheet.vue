<script setup lang="ts">
/** A list on the left, the opened sheet on the right; one of the two where there is no room for both. */
defineProps<{ opened: boolean; label: string }>();
</script>

<template>
  <div class="two" :class="{ opened }">
    <section class="left scrolls" :aria-label="label" tabindex="-1"><slot /></section>
    <section class="right" aria-label="The opened sheet">
      <slot name="sheet"><RouterView /></slot>
    </section>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(400px, 39.3%);
  height: 100%;
}
.left,
.right {
  min-height: 0;
  min-width: 0;
}
.left {
  outline: none;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  box-shadow: -3px 0 10px rgb(60 50 30 / 7%);
}
@media (max-width: 1100px) {
  .two {
    grid-template-columns: minmax(0, 1fr) minmax(392px, 43%);
  }
}
@media (max-width: 860px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .opened .left {
    display: none;
  }
  .two:not(.opened) .right {
    display: none;
  }
}
</style>
