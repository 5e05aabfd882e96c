<script setup lang="ts">
/** Under a list that is shown in parts: how many more there are, and the button that shows them. */
defineProps<{ rows: number; shown: number }>();
const emit = defineEmits<{ more: [] }>();
</script>

<template>
  <button v-if="rows > shown" type="button" @click="emit('more')">{{ rows - shown }} more</button>
</template>

<style scoped>
button {
  justify-self: start;
  min-height: 40px;
  padding: 0 14px;
  margin-top: 6px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: none;
  cursor: pointer;
}
</style>
