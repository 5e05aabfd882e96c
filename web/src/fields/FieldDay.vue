<script setup lang="ts">
import DayInput from './DayInput.vue';
import FieldShell from './FieldShell.vue';

defineProps<{
  id: string;
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  max?: string | undefined;
  min?: string | undefined;
}>();
const model = defineModel<string | null>({ required: true });
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint">
    <template #default="{ described }">
      <DayInput :id="id" v-model="model" :invalid="error !== undefined" :describedby="described" :max="max" :min="min" />
    </template>
  </FieldShell>
</template>
