<script setup lang="ts">
import Button from 'primevue/button';

/** Under a list that is shown in parts: how many more there are, and the button that shows them. */
defineProps<{ rows: number; shown: number }>();
const emit = defineEmits<{ more: [] }>();
</script>

<template>
  <Button v-if="rows > shown" class="more" severity="secondary" variant="outlined" :label="`${rows - shown} more`" @click="emit('more')" />
</template>

<style scoped>
.more {
  justify-self: start;
  margin-top: 6px;
}
</style>
