<script setup lang="ts">
import { memberForm } from '@esprel/core';
import { useRoute, useRouter } from 'vue-router';
import { useForm } from '../app/useForm.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

const route = useRoute();
const router = useRouter();
const form = useForm({
  name: 'member',
  initial: () => ({ name: typeof route.query.name === 'string' ? route.query.name : '', place: '', contact: '', note: '' }),
  schema: memberForm,
  body: (v) => ({ name: v.name, place: v.place.trim() || null, contact: v.contact.trim() || null, note: v.note.trim() || null }),
  path: () => '/members',
});
async function save(): Promise<void> {
  const answer = await form.send<{ id: number }>();
  if (answer) await router.push(`/members/${String(answer.id)}`);
}
</script>

<template>
  <FormFrame
    title="New member"
    about="Only what is needed to find the person again."
    action="Write down"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="router.push('/members')"
  >
    <FieldText id="name" v-model="form.values.name" label="Name" :error="form.errors.name" />
    <FieldText
      id="place"
      v-model="form.values.place"
      class="half"
      label="Garden, roughly"
      optional
      placeholder="part of town"
      hint="never an address"
      :error="form.errors.place"
    />
    <FieldText id="contact" v-model="form.values.contact" class="half" label="How to reach" optional :error="form.errors.contact" />
    <FieldNote id="note" v-model="form.values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
</template>
