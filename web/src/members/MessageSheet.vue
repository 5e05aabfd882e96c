<script setup lang="ts">
import { MESSAGE_WAY_WORDS, type MessageWay } from '@esprel/core';
import { type ProposedMessage, tellingApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import DeskMessage from '../base/DeskMessage.vue';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';

/** A message before it goes: read, changed, and sent by whoever sits here. */
const props = defineProps<{ message: ProposedMessage }>();
const emit = defineEmits<{ told: [] }>();
const format = useFormat();
const form = useForm({
  name: null,
  initial: () => ({
    subject: props.message.subject,
    text: props.message.text,
    way: props.message.ways[0] ?? ('in-person' as MessageWay),
  }),
  of: tellingApi.tell,
  body: (v) => ({
    memberId: props.message.memberId,
    kind: props.message.kind,
    aboutIds: [...props.message.aboutIds],
    subject: v.subject,
    text: v.text,
    way: v.way,
  }),
});
const { values } = form;
const ACTION: Readonly<Record<MessageWay, string>> = { email: 'Send it', letter: 'Write the letter', 'in-person': 'Told in person' };
async function send(): Promise<void> {
  if (await form.send()) emit('told');
}
</script>

<template>
  <form class="sheet scrolls form-page" novalidate @submit.prevent="send">
    <header>
      <h1>{{ message.member }}</h1>
      <p class="quiet">
        <template v-if="message.lastTold">Told something last on {{ format.day(message.lastTold) }}. </template>
        <template v-if="!message.agreed">Did not agree to be written to for this: tell it in person, or ask first.</template>
      </p>
    </header>
    <FieldChoice
      id="way"
      v-model="values.way"
      label="How"
      :options="message.ways.map((value) => ({ value, label: MESSAGE_WAY_WORDS[value] }))"
      :error="form.errors.way"
    />
    <FieldText id="subject" v-model="values.subject" label="Subject" :error="form.errors.subject" />
    <FieldNote id="text" v-model="values.text" class="text" label="What is told" :error="form.errors.text" />
    <p v-if="values.way === 'email'" class="quiet small">Below it stands why it came and how it stops.</p>
    <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
    <div class="row-of-buttons in-sight"><Button type="submit" :label="ACTION[values.way]" :loading="form.sending" /></div>
  </form>
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 22px 24px 28px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.text :deep(textarea) {
  min-height: 200px;
}
</style>
