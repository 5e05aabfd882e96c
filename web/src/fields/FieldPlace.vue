<script setup lang="ts">
import { placesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import FieldSelect from './FieldSelect.vue';

/** Where an envelope is put away, named with what it stands in; nowhere yet is an answer. */
defineProps<{ id: string; error?: string | undefined }>();
const model = defineModel<number | null>({ required: true });
const { data } = useRead(placesApi.list, () => ({}));
</script>

<template>
  <FieldSelect
    :id="id"
    v-model="model"
    label="Goes to"
    optional
    :options="(data?.places ?? []).map((p) => ({ value: p.id, label: p.path }))"
    placeholder="not put away yet"
    :error="error"
  />
</template>
