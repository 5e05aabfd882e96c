<script setup lang="ts">
import { isDay } from '@esprel/core';
import { computed } from 'vue';
import { useFormat } from '../app/useFormat.ts';
import FieldText from './FieldText.vue';

const props = defineProps<{ id: string; label: string; error?: string | undefined; hint?: string | undefined; max?: string | undefined; min?: string | undefined }>();
const model = defineModel<string | null>({ required: true });
const format = useFormat();
// The browser writes the date its own way; the words below are the library's.
const words = computed(() => (props.hint ?? (isDay(model.value) ? format.longDay(model.value) : undefined)));
</script>

<template>
  <FieldText :id="id" v-model="model" :label="label" type="date" :error="error" :hint="words" :max="max" :min="min" />
</template>
