<script setup lang="ts">
import Message from 'primevue/message';
import { computed } from 'vue';

/**
 * Something said in the course of a page: what went wrong (read out at once), what may hurt, or what to know. The content lies in the
 * message itself, so that a page lays it out as it likes.
 */
const props = defineProps<{ kind: 'problem' | 'caution' | 'notice' }>();
const root = computed(() => ({
  role: props.kind === 'problem' ? 'alert' : props.kind === 'caution' ? 'note' : undefined,
  'aria-label': props.kind === 'caution' ? 'Caution' : undefined,
  'aria-live': props.kind === 'problem' ? 'assertive' : undefined,
  'aria-atomic': undefined,
}));
</script>

<template>
  <Message
    :class="kind"
    :severity="kind === 'notice' ? 'info' : 'error'"
    :closable="false"
    :pt="{ root, contentWrapper: { style: 'display: contents' }, transition: { css: false } }"
  >
    <template #container><slot /></template>
  </Message>
</template>
