<script setup lang="ts">
import Textarea from 'primevue/textarea';
import FieldShell from './FieldShell.vue';

defineProps<{ id: string; label: string; error?: string | undefined; hint?: string | undefined; optional?: boolean; rows?: number }>();
const model = defineModel<string | null>({ required: true });
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint" :optional="optional">
    <template #default="{ described }">
      <Textarea
        :id="id"
        v-model="model"
        :rows="rows ?? 2"
        auto-resize
        :invalid="error !== undefined"
        :aria-invalid="error !== undefined"
        :aria-describedby="described"
      />
    </template>
  </FieldShell>
</template>
