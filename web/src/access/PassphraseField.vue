<script setup lang="ts">
import { SHORTEST_PASSPHRASE } from '@esprel/core';
import Button from 'primevue/button';
import { ref } from 'vue';
import FieldText from '../fields/FieldText.vue';

/** A passphrase: hidden until whoever types it wants to see it. */
defineProps<{ id: string; label: string; isNew?: boolean; error?: string | undefined }>();
const HINT = `At least ${String(SHORTEST_PASSPHRASE)} characters. Four words that have nothing to do with each other are easy to keep in mind.`;
const model = defineModel<string>({ required: true });
const shown = ref(false);
</script>

<template>
  <div class="passphrase">
    <FieldText
      :id="id"
      v-model="model"
      :label="label"
      :type="shown ? 'text' : 'password'"
      :autocomplete="isNew ? 'new-password' : 'current-password'"
      spellcheck="false"
      autocapitalize="none"
      :error="error"
      :hint="isNew ? HINT : undefined"
    />
    <Button
      type="button"
      size="small"
      severity="secondary"
      variant="text"
      class="show"
      :label="shown ? 'Hide' : 'Show'"
      :aria-pressed="shown"
      :aria-label="shown ? `Hide: ${label}` : `Show: ${label}`"
      @click="shown = !shown"
    />
  </div>
</template>

<style scoped>
.passphrase {
  position: relative;
}
/* At the end of the line of the label. */
.show {
  position: absolute;
  right: 0;
  top: -9px;
  padding: 4px 6px;
}
</style>
