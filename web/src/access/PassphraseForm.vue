<script setup lang="ts">
import { peopleApi, type Person } from '@esprel/core/api';
import Button from 'primevue/button';
import { onMounted } from 'vue';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import PassphraseField from './PassphraseField.vue';

/** A passphrase that a coordinator gives to somebody. */
const props = defineProps<{ person: Person }>();
const emit = defineEmits<{ given: []; leave: [] }>();
const form = useForm({
  name: null,
  initial: () => ({ passphrase: '' }),
  of: peopleApi.passphrase,
  asked: () => ({ id: props.person.id }),
  body: (v) => ({ passphrase: v.passphrase }),
});
async function give(): Promise<void> {
  if (await form.send()) emit('given');
}
onMounted(() => document.getElementById('given-passphrase')?.focus());
</script>

<template>
  <form class="give" novalidate @submit.prevent="give">
    <h2>A passphrase for {{ person.name }}</h2>
    <PassphraseField id="given-passphrase" v-model="form.values.passphrase" label="Passphrase" is-new :error="form.errors.passphrase" />
    <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
    <p v-if="person.signIns > 0" class="quiet small">{{ person.name }} is signed out wherever they are signed in now.</p>
    <div class="row-of-buttons">
      <Button type="submit" label="Give it" :loading="form.sending" />
      <Button type="button" severity="secondary" label="Leave it" @click="emit('leave')" />
    </div>
  </form>
</template>

<style scoped>
.give {
  max-width: 560px;
  display: grid;
  gap: 12px;
  padding: 14px 18px;
  border-left: 4px solid var(--action);
  background: var(--action-soft);
}
</style>
