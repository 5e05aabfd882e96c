<script setup lang="ts">
import { asksApi, type NamedMember, type VarietyListed } from '@esprel/core/api';
import { useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldFind from '../fields/FieldFind.vue';
import FieldText from '../fields/FieldText.vue';
import { findVarieties } from '../fields/finders.ts';
import FormFrame from '../fields/FormFrame.vue';
import MemberField from './MemberField.vue';

/** Somebody asks at the desk, by telephone, or in a letter. */
const router = useRouter();
const form = useForm({
  name: 'ask',
  initial: () => ({
    member: null as NamedMember | string | null,
    variety: null as VarietyListed | string | null,
    kind: 'ask' as 'ask' | 'wait' | 'offer',
    note: '',
  }),
  of: asksApi.add,
  body: (v) => ({
    memberId: typeof v.member === 'object' ? (v.member?.id ?? undefined) : undefined,
    varietyId: typeof v.variety === 'object' ? (v.variety?.id ?? undefined) : undefined,
    kind: v.kind,
    note: v.note.trim() || null,
  }),
});
const { values } = form;
const KINDS = [
  { value: 'ask', label: 'Asks for a packet' },
  { value: 'wait', label: 'Waits for one' },
  { value: 'offer', label: 'Would grow it' },
] as const;
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await router.push(`/asks/${String(answer.id)}`);
}
</script>

<template>
  <FormFrame
    title="Somebody asks"
    about="It stands among what is asked for, and on their own page."
    action="Write down"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="router.push('/asks')"
  >
    <MemberField v-model="values.member" :error="form.errors.memberId" />
    <FieldFind
      id="ask-variety"
      v-model="values.variety"
      label="Variety"
      placeholder="name of the variety"
      nothing="No variety of that name is here."
      :search="findVarieties"
      :words="(v) => v.name"
      :detail="(v) => v.crop"
      :error="form.errors.varietyId"
    />
    <FieldChoice id="ask-kind" v-model="values.kind" label="What it is" :options="[...KINDS]" :error="form.errors.kind" />
    <FieldText id="ask-words" v-model="values.note" label="In their words" optional :error="form.errors.note" />
  </FormFrame>
</template>
