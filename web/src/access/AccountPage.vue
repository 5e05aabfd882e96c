<script setup lang="ts">
import { accessApi, todayApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useAccess } from '../base/access.ts';
import { act, fileAddress } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { browserWords } from './browserWords.ts';
import PassphraseField from './PassphraseField.vue';

/** The own passphrase, and where one is signed in. */
const access = useAccess();
const format = useFormat();
const { data, problem, reload } = useRead(accessApi.signIns, () => ({}));
const form = useForm({
  name: null,
  initial: () => ({ old: '', passphrase: '' }),
  of: accessApi.passphrase,
  body: (v) => ({ old: v.old, passphrase: v.passphrase }),
});
const said = ref<string | null>(null);
async function change(): Promise<void> {
  said.value = null;
  const state = await form.send();
  if (!state) return;
  form.reset();
  access.take(state);
  said.value = 'From now on the new passphrase counts. Everywhere else you are signed out.';
  await reload();
}
const calendar = ref<string | null>(null);
const calendarProblem = ref<string | null>(null);
async function makeAddress(): Promise<void> {
  calendarProblem.value = null;
  try {
    const { secret } = await act(accessApi.calendarAddress, {}, {});
    calendar.value = new URL(fileAddress(todayApi.calendarFeed, { secret }), location.href).href;
  } catch (error) {
    calendarProblem.value = (error as Error).message;
  }
}
const when = (at: string): string => format.day(at.slice(0, 10));
</script>

<template>
  <div class="account scrolls" tabindex="-1">
    <h1>{{ access.access?.person?.name ?? 'You' }}</h1>
    <DeskMessage v-if="access.open" kind="notice">
      Nobody has to sign in here yet. <RouterLink to="/library/people">People</RouterLink> is where that begins.
    </DeskMessage>
    <template v-else>
      <section aria-labelledby="places-title">
        <h2 id="places-title">Where you are signed in</h2>
        <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
        <ul class="plain">
          <li v-for="s in data?.signIns ?? []" :key="s.id">
            <strong>{{ s.kind === 'desk' ? 'A desk that you unlocked' : browserWords(s.device) }}</strong>
            <span v-if="s.here" class="here">here</span>
            <span class="quiet small"
              >since {{ when(s.begunAt) }}, used last {{ when(s.seenAt) }}, until {{ when(s.endsAt) }} at the latest</span
            >
          </li>
        </ul>
        <div class="row-of-buttons">
          <Button severity="secondary" label="Sign out here" @click="access.signOut()" />
          <Button severity="secondary" label="Sign out everywhere" @click="access.signOut(true)" />
        </div>
      </section>
      <section v-if="access.access?.deskUntil == null" aria-labelledby="calendar-title">
        <h2 id="calendar-title">The work in your calendar</h2>
        <p>
          A calendar program can follow what is due, under an address that only you know. It names no members. A new address ends the one
          before.
        </p>
        <p v-if="calendar" class="address" role="status">
          <code>{{ calendar }}</code>
          <span class="quiet small">Give this to your calendar program now: it is not shown again.</span>
        </p>
        <DeskMessage v-if="calendarProblem" kind="problem">{{ calendarProblem }}</DeskMessage>
        <div class="row-of-buttons"><Button severity="secondary" label="Make an address" @click="makeAddress" /></div>
      </section>
      <form v-if="access.access?.deskUntil == null" novalidate aria-labelledby="passphrase-title" @submit.prevent="change">
        <h2 id="passphrase-title">A new passphrase</h2>
        <PassphraseField id="old" v-model="form.values.old" label="The one until now" :error="form.errors.old" />
        <PassphraseField id="passphrase" v-model="form.values.passphrase" label="The new one" is-new :error="form.errors.passphrase" />
        <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
        <p v-if="said" class="said" role="status">{{ said }}</p>
        <div class="row-of-buttons"><Button type="submit" label="Change it" :loading="form.sending" /></div>
      </form>
    </template>
  </div>
</template>

<style scoped>
.account {
  height: 100%;
  padding: 22px 26px 30px;
  background: var(--sheet);
  display: grid;
  gap: 22px;
  align-content: start;
}
section,
form {
  max-width: 620px;
  display: grid;
  gap: 12px;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
li .quiet {
  flex: 1 1 100%;
}
.address {
  display: grid;
  gap: 4px;
  overflow-wrap: anywhere;
}
.here {
  color: var(--good-deep);
  font-weight: 600;
}
.said {
  color: var(--good-deep);
  font-weight: 600;
}
</style>
