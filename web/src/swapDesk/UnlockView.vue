<script setup lang="ts">
import { plural } from '@esprel/core';
import Button from 'primevue/button';
import { onMounted, ref } from 'vue';
import DoorCard from '../base/DoorCard.vue';
import FieldText from '../fields/FieldText.vue';
import { useSwapDesk } from './useSwapDesk.ts';

/** What is kept of members is closed until somebody says the word of the day. */
const desk = useSwapDesk();
const word = ref('');
const wrong = ref<string | undefined>(undefined);
const trying = ref(false);

async function unlock(): Promise<void> {
  trying.value = true;
  wrong.value = (await desk.unlock(word.value)) ? undefined : 'is not the word with which this desk was made ready';
  trying.value = false;
}
onMounted(() => document.getElementById('word')?.focus());
</script>

<template>
  <DoorCard id="locked" :title="`${desk.copy?.swap.name}, ${desk.copy?.desk.name}`">
    <form novalidate @submit.prevent="unlock">
      <p>Say the word with which this desk was made ready.</p>
      <FieldText id="word" v-model="word" label="Word of the day" type="password" autocomplete="off" :error="wrong" />
      <Button type="submit" label="Unlock the desk" :loading="trying" />
      <p v-if="desk.unsent.length > 0" class="quiet small">
        {{ plural(desk.unsent.length, 'step') }} kept here are safe, and are sent also while the desk is locked.
      </p>
      <p class="quiet small">Nobody knows it? In the network of the library, sign in and make the desk ready again.</p>
    </form>
  </DoorCard>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
}
</style>
