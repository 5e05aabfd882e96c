<script setup lang="ts">
import { CODES_A_BLOCK, plural } from '@esprel/core';
import { type SwapDay, type SwapDesk, swapApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAccess } from '../base/access.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldText from '../fields/FieldText.vue';
import SwapFrame from './SwapFrame.vue';

/** Before the day: its desks, each of which is opened once on the computer that goes along. */
const props = defineProps<{ id: string }>();
const router = useRouter();
const access = useAccess();
const changes = useChanges();
const format = useFormat();
const adding = ref(false);
const form = useForm({
  name: null,
  initial: () => ({ name: '' }),
  of: swapApi.addDesk,
  asked: () => ({ id: props.id }),
  body: (v) => ({ name: v.name }),
});
async function add(): Promise<void> {
  if (!(await form.send())) return;
  form.reset();
  adding.value = false;
}
const RULES: Readonly<Record<SwapDay['rule'], string>> = {
  free: 'Everybody takes what they need.',
  'one-for-one': 'Bring one, take one.',
  tokens: 'A token for each packet brought.',
};
const heard = (d: SwapDesk): string => (d.lastN === 0 ? 'nothing heard of it yet' : `heard up to step ${String(d.lastN)}`);
</script>

<template>
  <SwapFrame :id="id" v-slot="{ day }" here="desks">
    <p class="rule">
      {{ day.ruleWords ?? RULES[day.rule] }}
      <RouterLink v-if="access.coordinator && day.finishedOn === null" :to="`/swap/${id}/edit`">Change the day</RouterLink>
    </p>
    <section aria-labelledby="desks">
      <h2 id="desks">The desks</h2>
      <p v-if="day.desks.length === 0" class="quiet">
        <strong>No desk yet.</strong> One for each computer, tablet or phone that goes along: each has codes of its own for
        {{ CODES_A_BLOCK }} envelopes.
      </p>
      <ul class="plain">
        <li v-for="d in day.desks" :key="d.id" :class="{ gone: d.withdrawnOn !== null }">
          <span
            ><strong>Desk {{ d.number }}</strong
            >, {{ d.name }}</span
          >
          <span class="quiet">{{
            d.withdrawnOn ? `withdrawn ${format.day(d.withdrawnOn)}` : `codes for ${plural(d.codesLeft, 'envelope')}`
          }}</span>
          <span class="quiet">{{ heard(d) }}</span>
          <span v-if="d.withdrawnOn === null && day.finishedOn === null" class="row-of-buttons">
            <a class="p-button p-button-secondary button" :href="`/swap-desk/?desk=${d.id}`">Open this desk here</a>
            <Button
              v-if="access.coordinator"
              severity="secondary"
              variant="text"
              label="Withdraw"
              :aria-label="`Withdraw the desk ${d.name}`"
              @click="changes.make(swapApi.withdraw, { id: d.id }, { version: d.version })"
            />
          </span>
        </li>
      </ul>
      <form v-if="adding" class="row-of-buttons add" novalidate @submit.prevent="add">
        <FieldText
          id="desk-name"
          v-model="form.values.name"
          label="What the desk is called"
          placeholder="by the door"
          maxlength="60"
          :error="form.errors.name"
        />
        <Button type="submit" label="Add it" :disabled="form.sending" />
        <Button type="button" severity="secondary" variant="text" label="Not now" @click="adding = false" />
        <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      </form>
      <p v-else-if="day.finishedOn === null"><Button severity="secondary" label="A desk more" @click="adding = true" /></p>
    </section>
    <section aria-labelledby="how">
      <h2 id="how">How a desk gets into the hall</h2>
      <ol>
        <li>On the computer that goes along, in the network of the library, sign in and open its desk from here.</li>
        <li>Choose a word of the day and press “Make it ready”. It says “Ready for no network”, or what is missing.</li>
        <li>In the hall open the same page (bookmark it, or install it from the menu of the browser) and say the word.</li>
        <li>Back in the network everything comes in by itself. What does not fit stands under “To put right”.</li>
      </ol>
      <p class="quiet">
        A computer that was stolen or lent: withdraw its desk, and its copy of the library goes when it next asks. What it keeps of members
        is closed by the word all the same.
      </p>
    </section>
    <section v-if="day.finishedOn === null" class="row-of-buttons">
      <Button severity="secondary" label="What to bring" @click="router.push(`/swap/${id}/packing`)" />
    </section>
  </SwapFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
  margin-bottom: 6px;
}
.rule {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
ul li {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 4px 16px;
  align-items: center;
  min-height: 52px;
  border-bottom: 1px solid var(--rule);
}
.gone {
  color: var(--quiet);
}
.button {
  padding: 8px 14px;
}
.add {
  align-items: end;
  margin-top: 10px;
}
ol {
  margin: 0 0 8px;
  padding-left: 22px;
  display: grid;
  gap: 4px;
  max-width: 760px;
}
section p {
  max-width: 760px;
}
section > p + p,
ul + p {
  margin-top: 10px;
}
@media (max-width: 860px) {
  ul li {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 0;
  }
}
</style>
