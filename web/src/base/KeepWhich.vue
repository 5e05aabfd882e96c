<script setup lang="ts">
import Button from 'primevue/button';

/** Two people changed the same into different things: what is there now, and which side is kept. */
defineProps<{ words: string }>();
const emit = defineEmits<{ mine: []; theirs: [] }>();
</script>

<template>
  <p>There now: {{ words }}.</p>
  <p class="row-of-buttons">
    <Button type="button" severity="secondary" label="Keep mine" @click="emit('mine')" />
    <Button type="button" severity="secondary" label="Keep theirs" @click="emit('theirs')" />
  </p>
</template>
