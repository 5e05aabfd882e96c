<script setup lang="ts">
import SeedMark from './SeedMark.vue';

/** What stands alone on its page before anybody is in. */
defineProps<{ title: string | undefined; wide?: boolean; id: string }>();
</script>

<template>
  <main class="door" :class="{ wide }">
    <section class="card" :aria-labelledby="id">
      <p class="mark"><SeedMark :size="30" /> Esprel</p>
      <h1 :id="id">{{ title }}</h1>
      <slot />
    </section>
  </main>
</template>

<style scoped>
.door {
  min-height: 100dvh;
  display: grid;
  place-items: center;
  padding: 20px;
  background: var(--paper);
}
.card {
  width: min(430px, 100%);
  display: grid;
  gap: 14px;
  padding: 28px 30px;
  background: var(--sheet);
  border-top: 4px solid var(--action);
  box-shadow: 0 3px 14px rgb(60 50 30 / 12%);
}
.wide {
  place-items: start center;
}
.wide .card {
  width: min(640px, 100%);
}
.mark {
  display: flex;
  align-items: center;
  gap: 8px;
  font-family: var(--serif);
  font-size: 20px;
}
h1 {
  font-size: 25px;
  line-height: 1.2;
  overflow-wrap: anywhere;
}
</style>
