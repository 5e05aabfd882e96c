<script setup lang="ts">
import type { GlossaryKey } from '@esprel/core';
import WordHelp from '../base/WordHelp.vue';

defineProps<{
  id: string;
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  optional?: boolean;
  /** The word of the label that says what it means. */
  word?: GlossaryKey | undefined;
}>();
</script>

<template>
  <div class="field" :class="{ wrong: error }">
    <span class="labelled"
      ><label :id="`${id}-label`" :for="id">{{ label }} <span v-if="optional" class="quiet small">if known</span></label
      ><span v-if="word" class="small quiet what"><WordHelp :of="word">what is that?</WordHelp></span></span
    >
    <slot :described="error ? `${id}-error` : hint ? `${id}-hint` : undefined" />
    <p v-if="error" :id="`${id}-error`" class="error" role="alert">{{ error }}</p>
    <p v-else-if="hint" :id="`${id}-hint`" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
  align-content: start;
  min-width: 0;
}
label {
  font-weight: 600;
}
label .small {
  font-weight: 400;
}
.what {
  margin-left: 10px;
}
.error {
  color: var(--act);
  font-weight: 600;
  font-size: 14px;
}
.error::before {
  content: '▲ ';
  font-size: 11px;
}
</style>
