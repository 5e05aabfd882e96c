<script setup lang="ts">
import { readMemberCode } from '@esprel/core';
import { MY_PATHS, mySeen } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { defineAsyncComponent, ref } from 'vue';
import { ApiProblem, sendUnrecorded } from '../base/api.ts';
import { readOnce } from '../base/calls.ts';
import { useMine } from './useMine.ts';

/** Getting in with a card: by camera, by photo, or typed. */
const CodeReader = defineAsyncComponent(() => import('../base/CodeReader.vue'));
const SeedFinder = defineAsyncComponent(() => import('./SeedFinder.vue'));
defineProps<{ problem: string | null }>();
const mine = useMine();
const typed = ref('');
/** What is wrong with what was typed or scanned here; before that, with the address that was opened. */
const wrong = ref<string | null>(null);
const busy = ref(false);
/** The name of a library that shows what it has to everybody. */
const shows = ref<string | null>(null);
type Find = InstanceType<typeof SeedFinder>['$props']['find'];
const find: Find = async (q, what) => ({ found: await readOnce(mySeen.public, { q, what }), kept: false });

async function enter(code: string): Promise<void> {
  if (busy.value) return;
  if (readMemberCode(code) === null) {
    wrong.value = 'That is not the code of a card: it has 26 letters and digits. On a packet stands another one.';
    return;
  }
  busy.value = true;
  wrong.value = null;
  try {
    await mine.enter(code);
  } catch (error) {
    wrong.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
const email = ref('');
const sent = ref<string | null>(null);
async function askLink(): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  wrong.value = null;
  sent.value = null;
  try {
    sent.value = (await sendUnrecorded<{ readonly said: string }>(MY_PATHS.link, { email: email.value.trim() })).said;
  } catch (error) {
    wrong.value = error instanceof ApiProblem ? (error.errors[0]?.message ?? error.message) : (error as Error).message;
  } finally {
    busy.value = false;
  }
}
readOnce(mySeen.public, {})
  .then(({ library }) => {
    shows.value = library.name;
  })
  .catch(() => undefined);
</script>

<template>
  <h1>{{ shows ?? 'Your seed' }}</h1>
  <p>Hold your card before the camera. It opens your page: your seed, what to do with it, and what you can ask for.</p>
  <p v-if="wrong ?? problem" class="caution" role="alert">{{ wrong ?? problem }}</p>
  <CodeReader @code="enter" />
  <form @submit.prevent="enter(typed)">
    <label for="code">or type what stands below the code on it</label>
    <InputText id="code" v-model="typed" autocomplete="off" autocapitalize="characters" spellcheck="false" maxlength="400" />
    <Button type="submit" label="Go in" :disabled="typed.trim() === '' || busy" severity="secondary" />
  </form>
  <form @submit.prevent="askLink">
    <label for="email">or have a link sent by e-mail</label>
    <InputText id="email" v-model="email" class="mail" type="email" autocomplete="email" maxlength="200" />
    <Button type="submit" label="Send a link" :disabled="email.trim() === '' || busy" severity="secondary" />
    <p v-if="sent" role="status">{{ sent }}</p>
  </form>
  <p class="quiet small">No card, or lost? Ask at the desk for a new one; the old one is withdrawn then.</p>
  <section v-if="shows" aria-labelledby="public">
    <h2 id="public">What may be lent here</h2>
    <p class="quiet small">Whoever is a member asks for it from here; everybody else asks at the desk.</p>
    <SeedFinder :find="find" :asked="null" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
  padding-top: 12px;
}
form {
  display: grid;
  gap: 6px;
  justify-items: start;
}
form label {
  font-weight: 600;
}
form :deep(.p-inputtext) {
  width: 100%;
  font-family: var(--mono);
}
form :deep(.mail) {
  font-family: inherit;
}
</style>
