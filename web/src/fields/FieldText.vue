<script setup lang="ts">
import type { GlossaryKey } from '@esprel/core';
import InputText from 'primevue/inputtext';
import { computed, useAttrs } from 'vue';
import FieldShell from './FieldShell.vue';

defineOptions({ inheritAttrs: false });
defineProps<{
  id: string;
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  optional?: boolean;
  word?: GlossaryKey;
  type?: string;
  numeric?: boolean;
  unit?: string;
}>();
const model = defineModel<string | null>({ required: true });
const attrs = useAttrs();
/** Everything but the class, which places the field in its form, belongs to the input. */
const inputAttrs = computed(() => Object.fromEntries(Object.entries(attrs).filter(([name]) => name !== 'class')));
</script>

<template>
  <FieldShell :id="id" :class="$attrs.class" :label="label" :error="error" :hint="hint" :optional="optional" :word="word">
    <template #default="{ described }">
      <span class="with-unit">
        <InputText
          :id="id"
          v-model="model"
          :type="type ?? 'text'"
          :inputmode="numeric ? 'decimal' : undefined"
          :invalid="error !== undefined"
          :aria-invalid="error !== undefined"
          :aria-describedby="described"
          autocomplete="off"
          v-bind="inputAttrs"
        />
        <span v-if="unit" class="quiet unit">{{ unit }}</span>
      </span>
    </template>
  </FieldShell>
</template>

<style scoped>
.with-unit {
  display: flex;
  gap: 8px;
  align-items: center;
}
.unit {
  white-space: nowrap;
}
</style>
