<script setup lang="ts">
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import SeedMark from '../base/SeedMark.vue';
import SignInForm from './SignInForm.vue';

/** What there is before anybody is in: how to get in, and what to do where one cannot. */
const access = useAccess();
</script>

<template>
  <main class="door">
    <section class="card" aria-labelledby="door-title">
      <p class="mark"><SeedMark :size="30" /> Esprel</p>
      <h1 id="door-title">{{ access.access?.libraryName }}</h1>
      <template v-if="access.access?.state === 'closed'">
        <DeskMessage kind="notice">This library lets nobody in over the network yet.</DeskMessage>
        <p>
          On the computer that it runs on, open Esprel, go to <strong>Library</strong>, <strong>People</strong>, and make somebody its
          coordinator. From then on people sign in here.
        </p>
      </template>
      <template v-else>
        <SignInForm />
        <p class="quiet small">
          Forgot your passphrase? A coordinator gives you a new one under Library, People. Whoever looks after the computer can give one to
          a coordinator, with <code>npm run person</code>.
        </p>
      </template>
    </section>
  </main>
</template>

<style scoped>
.door {
  min-height: 100dvh;
  display: grid;
  place-items: center;
  padding: 20px;
  background: var(--paper);
}
.card {
  width: min(430px, 100%);
  display: grid;
  gap: 14px;
  padding: 28px 30px;
  background: var(--sheet);
  border-top: 4px solid var(--action);
  box-shadow: 0 3px 14px rgb(60 50 30 / 12%);
}
.mark {
  display: flex;
  align-items: center;
  gap: 8px;
  font-family: var(--serif);
  font-size: 20px;
}
h1 {
  font-size: 25px;
  line-height: 1.2;
  overflow-wrap: anywhere;
}
</style>
