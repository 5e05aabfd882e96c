<script setup lang="ts">
import Button from 'primevue/button';
import type { ApiProblem } from '../base/api.ts';
import DeskMessage from '../base/DeskMessage.vue';

/** A short form that opens under the line it is about. */
defineProps<{ action: string; sending: boolean; problem: ApiProblem | null }>();
const emit = defineEmits<{ submit: []; leave: [] }>();
</script>

<template>
  <form novalidate @submit.prevent="emit('submit')">
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <div class="fields"><slot /></div>
    <p class="row-of-buttons">
      <Button type="submit" :label="action" size="small" :disabled="sending" />
      <slot name="actions" />
      <Button label="Leave it" size="small" severity="secondary" variant="text" type="button" @click="emit('leave')" />
    </p>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
  background: var(--wash);
  padding: 10px 12px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
.fields > :deep(.two) {
  grid-column: span 2;
}
.fields > :deep(.whole) {
  grid-column: 1 / -1;
}
</style>
