<script setup lang="ts" generic="T extends string | number">
import type { GlossaryKey } from '@esprel/core';
import Select from 'primevue/select';
import FieldShell from './FieldShell.vue';

defineProps<{
  id: string;
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  optional?: boolean;
  word?: GlossaryKey;
  options: readonly { readonly value: T; readonly label: string }[];
  placeholder?: string;
}>();
const model = defineModel<T | null>({ required: true });
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint" :optional="optional" :word="word">
    <template #default="{ described }">
      <Select
        v-model="model"
        :label-id="id"
        :aria-labelledby="`${id}-label`"
        :options="options as { value: T; label: string }[]"
        option-label="label"
        option-value="value"
        :placeholder="placeholder ?? (model === '' ? options.find((o) => o.value === '')?.label : undefined)"
        :show-clear="optional && model !== null"
        :invalid="error !== undefined"
        :aria-describedby="described"
        append-to="self"
        scroll-height="260px"
      />
    </template>
  </FieldShell>
</template>
