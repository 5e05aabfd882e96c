<script setup lang="ts">
/** A packet as an envelope: its flap, what is written on it, and what to do. */
defineProps<{ title: string; beside: string }>();
</script>

<template>
  <article class="card">
    <svg class="flap" viewBox="0 0 350 13" preserveAspectRatio="none" aria-hidden="true">
      <path class="fold" d="M0 0H350L182 10Q175 16 168 10Z" />
    </svg>
    <div class="inside">
      <h2>
        {{ title }} <span class="beside">{{ beside }}</span>
      </h2>
      <slot />
    </div>
  </article>
</template>

<style scoped>
.card {
  background: var(--sheet);
  border: 1px solid var(--edge);
  border-radius: 3px;
}
.flap {
  display: block;
  width: 100%;
  height: 13px;
}
.fold {
  fill: var(--paper-deep);
  stroke: var(--edge);
  vector-effect: non-scaling-stroke;
}
.inside {
  padding: 4px 16px 16px;
  display: grid;
  gap: 9px;
}
.beside {
  font-family: var(--text);
  font-weight: 400;
  font-size: 17px;
  letter-spacing: 0;
  color: var(--quiet);
  margin-left: 4px;
}
</style>
