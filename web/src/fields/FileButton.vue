<script setup lang="ts">
/** A button that asks for a file; the same file may be chosen twice. */
defineProps<{ label: string; accept: string; disabled?: boolean; camera?: boolean; wide?: boolean }>();
const emit = defineEmits<{ chosen: [file: File] }>();

function choose(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (file) emit('chosen', file);
  input.value = '';
}
</script>

<template>
  <label class="file" :class="{ wide }">
    <strong v-if="wide">{{ label }}</strong><template v-else>{{ label }}</template>
    <slot />
    <input type="file" :accept="accept" :capture="camera ? 'environment' : undefined" :disabled="disabled" @change="choose" />
  </label>
</template>

<style scoped>
.file {
  position: relative;
  min-height: 40px;
  padding: 8px 14px;
  border: 1px solid var(--action);
  border-radius: 3px;
  color: var(--action);
  background: var(--sheet);
  cursor: pointer;
}
.file.wide {
  display: grid;
  gap: 4px;
  justify-items: center;
  padding: 48px 20px;
  border: 2px dashed #b8ad98;
  color: var(--ink);
  background: var(--paper);
  text-align: center;
}
.wide strong {
  font-size: 19px;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:has(:focus-visible) {
  outline: 3px solid var(--focus);
}
</style>
