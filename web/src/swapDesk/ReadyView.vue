<script setup lang="ts">
import { plural } from '@esprel/core';
import type { SwapDay } from '@esprel/core/api';
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import { computed, onMounted, ref } from 'vue';
import { ApiProblem } from '../base/api.ts';
import DeskMessage from '../base/DeskMessage.vue';
import DoorCard from '../base/DoorCard.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { useReady } from './useReady.ts';
import { useSwapDesk } from './useSwapDesk.ts';

/** A desk is chosen and made ready, while there is a network. */
const emit = defineEmits<{ done: [] }>();
const desk = useSwapDesk();
const { ready, notReady } = useReady();
const days = ref<readonly SwapDay[] | null>(null);
const problem = ref<string | null>(null);
const signIn = ref(false);
const chosen = ref<number | null>(null);
const word = ref('');
const wrongWord = ref<string | undefined>(undefined);
const progress = ref<{ readonly done: number; readonly of: number } | null>(null);
const LEAST_LETTERS = 6;

const open = computed(() => (days.value ?? []).filter((d) => d.finishedOn === null));
const options = computed(() =>
  open.value.flatMap((d) =>
    d.desks.filter((k) => k.withdrawnOn === null).map((k) => ({ value: k.id, label: `${d.name}: desk ${String(k.number)}, ${k.name}` })),
  ),
);

function said(error: unknown): void {
  if (!(error instanceof ApiProblem)) throw error;
  signIn.value = error.status === 401;
  problem.value = error.status === 401 ? null : error.message;
}
async function look(): Promise<void> {
  problem.value = null;
  signIn.value = false;
  try {
    days.value = await desk.days();
    const asked = Number(new URLSearchParams(location.search).get('desk'));
    chosen.value = options.value.find((o) => o.value === (asked || desk.copy?.desk.id))?.value ?? options.value[0]?.value ?? null;
  } catch (error) {
    said(error);
  }
}
onMounted(look);

async function make(): Promise<void> {
  problem.value = null;
  wrongWord.value = undefined;
  if (chosen.value === null) return;
  if (desk.mayClose && word.value.trim().length < LEAST_LETTERS) {
    wrongWord.value = `needs ${String(LEAST_LETTERS)} letters at least; all at this desk have to know it`;
    document.getElementById('word')?.focus();
    return;
  }
  progress.value = { done: 0, of: 0 };
  try {
    await desk.makeReady(chosen.value, desk.mayClose ? word.value : null, (done, of) => (progress.value = { done, of }));
    word.value = '';
  } catch (error) {
    said(error);
  } finally {
    progress.value = null;
  }
}
</script>

<template>
  <DoorCard id="ready-title" title="A desk for a swap day" wide>
    <DeskMessage v-if="desk.held === 'finished'" kind="notice"
      >The day is finished. Its copy of the library is gone from this computer.</DeskMessage
    >
    <DeskMessage v-if="desk.held === 'withdrawn'" kind="problem"
      >This desk was withdrawn. Its copy of the library is gone from this computer. Ask whoever coordinates.</DeskMessage
    >
    <DeskMessage v-if="desk.unsent.length > 0" kind="notice"
      >{{ plural(desk.unsent.length, 'step') }} kept here, sent by themselves as soon as the library takes them.</DeskMessage
    >
    <template v-if="desk.copy !== null">
      <p class="which">
        <strong>{{ desk.copy.swap.name }}, {{ desk.copy.desk.name }}</strong>
      </p>
      <p v-if="notReady.length === 0" class="yes" role="status">{{ ready }}</p>
      <template v-else>
        <DeskMessage kind="problem"><strong>Not ready for no network yet.</strong> {{ ready }}</DeskMessage>
        <ul>
          <li v-for="n in notReady" :key="n">{{ n }}</li>
        </ul>
      </template>
      <p class="row-of-buttons"><Button label="To the desk" @click="emit('done')" /></p>
    </template>
    <hr v-if="desk.copy !== null" />
    <template v-if="signIn">
      <p>Sign in on the library’s own desk first, then come back to this page.</p>
      <p class="row-of-buttons">
        <a class="p-button button" href="/">Sign in</a><Button severity="secondary" label="Check again" @click="look" />
      </p>
    </template>
    <template v-else-if="progress !== null">
      <p id="ready-progress">
        {{ progress.of === 0 ? 'Asking the library …' : `${progress.done} of ${plural(progress.of, 'lot')} are here` }}
      </p>
      <ProgressBar
        aria-labelledby="ready-progress"
        :mode="progress.of === 0 ? 'indeterminate' : 'determinate'"
        :value="progress.of === 0 ? 0 : Math.round((100 * progress.done) / progress.of)"
        :show-value="false"
      />
    </template>
    <form v-else-if="options.length > 0" novalidate @submit.prevent="make">
      <h2>{{ desk.copy === null ? 'Make this computer ready' : 'Make it ready anew' }}</h2>
      <p class="quiet">
        What it needs comes onto this computer now, while there is a network: lots, the names of members and their cards, and codes for new
        envelopes. Nothing of how members are reached.
      </p>
      <FieldSelect id="which-desk" v-model="chosen" label="Desk" :options="options" />
      <FieldText
        v-if="desk.mayClose"
        id="word"
        v-model="word"
        label="A word of the day"
        hint="opens the desk in the hall, also after the computer was off; tell it to all who sit here"
        :error="wrongWord"
      />
      <DeskMessage v-else kind="caution">
        This page comes unencrypted, so the browser keeps nothing: the desk works only as long as there is a network. Open it on the
        computer of the library itself, or over https.
      </DeskMessage>
      <p class="row-of-buttons"><Button type="submit" label="Make it ready" /></p>
    </form>
    <template v-else-if="days !== null">
      <p>There is no swap day with a desk yet. Make one in the library, under Members, Swap days.</p>
      <p class="row-of-buttons">
        <a class="p-button button" href="/swap">To the swap days</a><Button severity="secondary" label="Check again" @click="look" />
      </p>
    </template>
    <template v-if="problem !== null">
      <DeskMessage kind="problem">{{ problem }}</DeskMessage>
      <p class="row-of-buttons"><Button severity="secondary" label="Try again" @click="look" /></p>
    </template>
  </DoorCard>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
}
.yes {
  border-left: 4px solid var(--good);
  background: var(--good-soft);
  padding: 9px 14px;
  font-weight: 600;
}
ul {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 6px;
}
hr {
  border: 0;
  border-top: 1px solid var(--rule);
  width: 100%;
  margin: 4px 0;
}
.button {
  padding: 8px 14px;
}
</style>
