<script setup lang="ts">
import { membersApi } from '@esprel/core/api';
import { watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

/** A new member, or one whose name or place is put right. */
const props = defineProps<{ id?: string }>();
const route = useRoute();
const router = useRouter();
const { data } = useRead(membersApi.sheet, () => (props.id === undefined ? null : { id: props.id }));
const form = useForm({
  name: props.id === undefined ? 'member' : null,
  initial: () => ({ name: typeof route.query.name === 'string' ? route.query.name : '', place: '', contact: '', note: '' }),
  of: props.id === undefined ? membersApi.add : membersApi.edit,
  asked: () => ({ id: props.id ?? '' }),
  body: (v) => ({
    ...(props.id === undefined ? {} : { version: data.value?.member.version ?? 0 }),
    name: v.name,
    place: v.place.trim() || null,
    contact: v.contact.trim() || null,
    note: v.note.trim() || null,
  }),
});
watch(
  () => data.value?.member.id,
  () => {
    const m = data.value?.member;
    if (m) form.reset({ name: m.name, place: m.place ?? '', contact: m.contact ?? '', note: m.note ?? '' });
  },
);
const leave = (): void => void router.push(props.id === undefined ? '/members' : `/members/${props.id}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/members/${String(answer.id)}`);
}
</script>

<template>
  <FormFrame
    :title="id === undefined ? 'New member' : 'Change the member'"
    about="Only what is needed to find the person again."
    :action="id === undefined ? 'Write down' : 'Save'"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
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
