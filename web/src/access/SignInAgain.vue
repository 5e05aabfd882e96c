<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { useAccess } from '../base/access.ts';
import SignInForm from './SignInForm.vue';

/** The sign-in ended while somebody worked: the page behind stays as it is. */
const access = useAccess();
</script>

<template>
  <Dialog visible modal :closable="false" :close-on-escape="false" header="Sign in again" class="again">
    <p>You were signed out. What you typed stays on the page behind; once you are in, save it again.</p>
    <SignInForm :name="access.access?.person?.name ?? ''" />
  </Dialog>
</template>

<style>
.again {
  width: min(430px, calc(100vw - 24px));
}
.again .p-dialog-content {
  display: grid;
  gap: 14px;
}
</style>
