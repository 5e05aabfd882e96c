<script setup lang="ts">
import type { NamedMember } from '@esprel/core/api';
import { computed } from 'vue';
import FieldFind from '../fields/FieldFind.vue';
import { findMembers } from '../fields/finders.ts';

/** To whom seed is handed: a member by name, or a name that is nobody’s yet. */
const props = defineProps<{ error?: string | undefined }>();
const model = defineModel<NamedMember | string | null>({ required: true });
const typedName = computed(() => (typeof model.value === 'string' ? model.value.trim() : ''));
const said = computed(() => {
  if (props.error === undefined) return undefined;
  return typedName.value === '' ? 'choose the member' : 'choose a member from the list, or write down a new one first';
});
</script>

<template>
  <FieldFind
    id="member"
    v-model="model"
    label="To"
    placeholder="name of the member"
    nothing="Nobody of that name is a member yet."
    :search="findMembers"
    :words="(m) => m.name"
    :detail="(m) => m.place ?? ''"
    :error="said"
  />
  <p v-if="typedName !== ''" class="small">
    <RouterLink :to="{ path: '/members/new', query: { name: typedName } }">Write down “{{ typedName }}” as a new member</RouterLink>
  </p>
</template>
