<script setup lang="ts">
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import DoorCard from '../base/DoorCard.vue';
import SignInForm from './SignInForm.vue';

/** What there is before anybody is in: how to get in, and what to do where one cannot. */
const access = useAccess();
</script>

<template>
  <DoorCard id="door-title" :title="access.access?.libraryName">
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
        Forgot your passphrase? A coordinator gives you a new one under Library, People. Whoever looks after the computer can give one to a
        coordinator, with <code>npm run person</code>.
      </p>
    </template>
  </DoorCard>
</template>
