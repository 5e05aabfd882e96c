<script setup lang="ts">
import Button from 'primevue/button';
import { ref, useId } from 'vue';
import DeskMessage from '../base/DeskMessage.vue';
import FieldText from '../fields/FieldText.vue';

/** A packet that is not simply given: why, and how many seeds are in it if it goes all the same. */
const props = defineProps<{ code: string; variety: string | undefined; why: string; seeds: string }>();
const emit = defineEmits<{ goes: [seeds: number]; stays: [] }>();
const id = useId();
const seeds = ref(props.seeds);
const error = ref<string | undefined>(undefined);

function goes(): void {
  const n = Number(seeds.value.trim());
  if (Number.isInteger(n) && n >= 1) emit('goes', n);
  else error.value = 'a whole number, please; a guess will do';
}
</script>

<template>
  <DeskMessage kind="problem">
    <form novalidate @submit.prevent="goes">
      <p>
        <span class="code">{{ code }}</span> <strong>{{ variety }}</strong>: {{ why }}
      </p>
      <FieldText :id="id" v-model="seeds" label="Seeds in the packet" numeric maxlength="6" :error="error" />
      <span class="row-of-buttons">
        <Button type="submit" severity="secondary" label="Give it out all the same" />
        <Button type="button" severity="secondary" label="It stays here" @click="emit('stays')" />
      </span>
    </form>
  </DeskMessage>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
}
</style>
