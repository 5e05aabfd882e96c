<script setup lang="ts">
import { letterLook } from './letterLook.ts';

/** The letter of a variety on a tray, in its ink. */
defineProps<{ letter: string }>();
</script>

<template>
  <span class="chip" :style="{ background: letterLook(letter).ink }">{{ letter }}</span>
</template>

<style scoped>
.chip {
  width: 26px;
  height: 26px;
  display: grid;
  place-items: center;
  border-radius: 4px;
  color: var(--white);
  font-family: var(--mono);
  font-weight: 600;
}
</style>
