<script setup lang="ts">
import { accessApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import FieldText from '../fields/FieldText.vue';
import PassphraseField from './PassphraseField.vue';

/** Makes the first coordinator, on the computer itself. */
const access = useAccess();
const session = useSession();
const form = useForm({
  name: null,
  initial: () => ({ name: session.person?.name ?? '', passphrase: '' }),
  of: accessApi.first,
  body: (v) => ({ name: v.name.trim(), passphrase: v.passphrase }),
});
async function make(): Promise<void> {
  const state = await form.send();
  if (state) access.take(state);
}
</script>

<template>
  <section class="first" aria-labelledby="first-title">
    <h2 id="first-title">Everything is open</h2>
    <p>
      Nobody has to sign in: whoever is at this computer may do everything, and nobody can reach the library over a network. To let others
      in, or to have this computer ask too, make yourself its coordinator.
    </p>
    <form novalidate @submit.prevent="make">
      <FieldText id="first-name" v-model="form.values.name" label="Your name" autocomplete="username" :error="form.errors.name" />
      <PassphraseField id="first-passphrase" v-model="form.values.passphrase" label="A passphrase" is-new :error="form.errors.passphrase" />
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      <div class="row-of-buttons"><Button type="submit" label="Become the coordinator" :loading="form.sending" /></div>
    </form>
  </section>
</template>

<style scoped>
.first {
  max-width: 620px;
  display: grid;
  gap: 12px;
  padding: 16px 20px;
  border-left: 4px solid var(--watch);
  background: var(--watch-soft);
}
form {
  display: grid;
  gap: 12px;
}
</style>
