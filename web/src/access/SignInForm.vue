<script setup lang="ts">
import { accessApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { onMounted } from 'vue';
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import FieldText from '../fields/FieldText.vue';
import PassphraseField from './PassphraseField.vue';

const props = defineProps<{ name?: string }>();
const access = useAccess();
const form = useForm({
  name: null,
  initial: () => ({ name: props.name ?? '', passphrase: '' }),
  of: accessApi.signIn,
  body: (v) => ({ name: v.name.trim(), passphrase: v.passphrase }),
});
async function signIn(): Promise<void> {
  const state = await form.send();
  if (state) access.take(state);
  else if (form.problem?.code === 'wrong-sign-in') form.values.passphrase = '';
}
onMounted(() => document.getElementById(props.name ? 'sign-in-passphrase' : 'sign-in-name')?.focus());
</script>

<template>
  <form class="sign-in" novalidate @submit.prevent="signIn">
    <FieldText id="sign-in-name" v-model="form.values.name" label="Name" autocomplete="username" :error="form.errors.name" />
    <PassphraseField id="sign-in-passphrase" v-model="form.values.passphrase" label="Passphrase" :error="form.errors.passphrase" />
    <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
    <DeskMessage v-if="access.access?.private === false" kind="caution">
      This page comes unencrypted: whoever is in the same network could read a passphrase along. Sign in only in a network that you trust.
    </DeskMessage>
    <Button type="submit" label="Sign in" :loading="form.sending" />
  </form>
</template>

<style scoped>
.sign-in {
  display: grid;
  gap: 14px;
}
</style>
