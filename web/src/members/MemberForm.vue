<script setup lang="ts">
import { MESSAGE_PURPOSES, type MessagePurpose, PURPOSE_OF_MESSAGE_WORDS } from '@esprel/core';
import { membersApi } from '@esprel/core/api';
import Checkbox from 'primevue/checkbox';
import { watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../base/session.ts';
import { useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

/** A new member, or one whose name or place is put right. */
const props = defineProps<{ id?: string }>();
const route = useRoute();
const router = useRouter();
const { data } = useRead(membersApi.sheet, () => (props.id === undefined ? null : { id: props.id }));
const TEXTS = ['name', 'called', 'place', 'language', 'email', 'phone', 'post', 'contact', 'note'] as const;
type Text = (typeof TEXTS)[number];
const blank = Object.fromEntries(TEXTS.map((t) => [t, ''])) as Record<Text, string>;
const session = useSession();
const form = useForm({
  name: props.id === undefined ? 'member' : null,
  initial: () => ({
    ...blank,
    name: typeof route.query.name === 'string' ? route.query.name : '',
    consentFor: [] as MessagePurpose[],
    consentOn: '',
    joinedOn: '',
  }),
  of: props.id === undefined ? membersApi.add : membersApi.edit,
  asked: () => ({ id: props.id ?? '' }),
  body: (v) => ({
    ...(props.id === undefined ? {} : { version: data.value?.member.version ?? 0 }),
    ...Object.fromEntries(TEXTS.map((t) => [t, t === 'name' ? v.name : v[t].trim() || null])),
    consentFor: v.consentFor,
    consentOn: v.consentFor.length === 0 ? null : v.consentOn || null,
    joinedOn: v.joinedOn || null,
  }),
});
const { values } = form;
watch(
  () => data.value?.member.id,
  () => {
    const m = data.value?.member;
    if (!m) return;
    form.reset({
      ...(Object.fromEntries(TEXTS.map((t) => [t, m[t] ?? ''])) as Record<Text, string>),
      consentFor: [...m.consentFor],
      consentOn: m.consentOn ?? '',
      joinedOn: m.joinedOn,
    });
  },
);
/** The day of consent is asked for once there is any. */
watch(
  () => values.consentFor.length,
  (n) => {
    if (n > 0 && values.consentOn === '') values.consentOn = session.today;
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
    <FieldText id="name" v-model="values.name" class="two-thirds" label="Name" :error="form.errors.name" />
    <FieldText id="called" v-model="values.called" class="third" label="Called" optional :error="form.errors.called" />
    <FieldText
      id="place"
      v-model="values.place"
      class="half"
      label="Garden, roughly"
      optional
      placeholder="part of town"
      hint="never an address"
      :error="form.errors.place"
    />
    <FieldText id="language" v-model="values.language" class="half" label="Language" optional :error="form.errors.language" />
    <FieldText id="email" v-model="values.email" class="half" label="E-mail" optional :error="form.errors.email" />
    <FieldText id="phone" v-model="values.phone" class="half" label="Telephone" optional :error="form.errors.phone" />
    <FieldNote id="post" v-model="values.post" label="Letters go to" optional :error="form.errors.post" />
    <FieldText id="contact" v-model="values.contact" label="Another way to reach" optional :error="form.errors.contact" />
    <fieldset class="agreed">
      <legend>Agreed to be reached</legend>
      <label v-for="p in MESSAGE_PURPOSES" :key="p" :for="`agree-${p}`">
        <Checkbox v-model="values.consentFor" :input-id="`agree-${p}`" :value="p" name="agreed" />
        {{ PURPOSE_OF_MESSAGE_WORDS[p] }}
      </label>
      <p class="quiet small">Only for what they said yes to; nobody is written to without.</p>
      <p v-if="form.errors.consentFor" class="error" role="alert">{{ form.errors.consentFor }}</p>
    </fieldset>
    <FieldDay
      v-if="values.consentFor.length > 0"
      id="consent-on"
      v-model="values.consentOn"
      class="half"
      label="Agreed on"
      :max="session.today"
      :error="form.errors.consentOn"
    />
    <FieldDay
      id="joined"
      v-model="values.joinedOn"
      class="half"
      label="Member since"
      optional
      :max="session.today"
      :hint="values.joinedOn === '' ? 'today, where it is left out' : undefined"
      :error="form.errors.joinedOn"
    />
    <FieldNote id="note" v-model="values.note" label="Note" hint="They can read it on their page." optional :error="form.errors.note" />
  </FormFrame>
</template>

<style scoped>
.agreed {
  grid-column: 1 / -1;
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.agreed legend {
  font-weight: 600;
  padding: 0;
}
.agreed label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 32px;
}
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
