<script setup lang="ts">
import type { StocktakeLot } from '@esprel/core/api';
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import { amount } from '../base/format.ts';

/** One envelope of a stocktake, with what was seen of its amount. */
const props = defineProps<{ lot: StocktakeLot; closed: boolean }>();
const emit = defineEmits<{
  look: [lot: StocktakeLot, amount: NonNullable<StocktakeLot['scan']>, counted: number | null];
  unscan: [lot: StocktakeLot];
}>();
const counting = ref(false);
const typed = ref('');

const wrong = ref(false);

function counted(): void {
  wrong.value = !/^\d{1,7}$/.test(typed.value.trim());
  if (wrong.value) return;
  emit('look', props.lot, 'counted', Number(typed.value));
  counting.value = false;
}
</script>

<template>
  <li>
    <p class="who">
      <RouterLink class="code" :to="`/lots/${lot.code}`">{{ lot.code }}</RouterLink> <strong>{{ lot.variety }}</strong>
      <span class="quiet numbers"
        >{{
          lot.scan === 'counted'
            ? `${lot.counted} counted${lot.seen !== null && lot.seen !== lot.balance ? ` of ${lot.seen} then` : ''}, `
            : ''
        }}{{ amount(lot.balance, lot.amountKnown) }} in the record</span
      >
    </p>
    <div class="aside"><slot /></div>
    <div v-if="!closed && lot.scan !== null" class="row-of-buttons">
      <button type="button" :aria-pressed="lot.scan === 'right'" @click="emit('look', lot, 'right', null)">about right</button>
      <button type="button" :aria-pressed="lot.scan === 'in-doubt'" @click="emit('look', lot, 'in-doubt', null)">in doubt</button>
      <button v-if="!counting" type="button" :aria-pressed="lot.scan === 'counted'" @click="counting = true">count</button>
      <form v-else @submit.prevent="counted">
        <InputText v-model="typed" inputmode="numeric" :aria-label="`Seeds of ${lot.code}`" :aria-invalid="wrong" placeholder="seeds" />
        <button type="submit">ok</button>
      </form>
      <p v-if="wrong" class="not" role="alert">A whole number of seeds, 0 when it is empty.</p>
      <button type="button" class="not" :aria-label="`${lot.code} is not here`" @click="emit('unscan', lot)">not here</button>
    </div>
  </li>
</template>

<style scoped>
li {
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 4px;
}
.who {
  display: flex;
  gap: 4px 8px;
  flex-wrap: wrap;
  align-items: baseline;
}
strong {
  font-weight: 600;
  overflow-wrap: anywhere;
}
button {
  min-height: 40px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 10px;
  cursor: pointer;
}
button[aria-pressed='true'] {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
}
.row-of-buttons {
  gap: 4px;
}
.aside:empty {
  display: none;
}
form {
  display: flex;
  gap: 4px;
}
form :deep(.p-inputtext) {
  width: 80px;
}
.not {
  color: var(--act);
}
</style>
