<script setup lang="ts">
import {
  addDays,
  type Apart,
  APARTS,
  FEET_PER_METRE,
  InputError,
  monthDay,
  plural,
  readAmount,
  SAVING_DONE_WORDS,
  savingSaid,
  type SavingChoice,
  type SavingStep,
  type Units,
} from '@esprel/core';
import { mySeen, type MySavingDone } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed, ref, useId } from 'vue';
import { fileAddress } from '../base/calls.ts';
import { shrinkPhoto } from '../base/shrinkPhoto.ts';
import StepItem from './StepItem.vue';
import type { Said } from './said.ts';
import { useMine } from './useMine.ts';

/** One step of growing for seed: done, asked about, or still to come. */
const props = defineProps<{
  step: SavingStep;
  done: MySavingDone | null;
  current: boolean;
  /** What was said last can be changed at once; what is older behind one more tap. */
  latest: boolean;
  loanId: number;
  variety: string;
  /** How the library says days, lengths and weights. */
  units: Units;
}>();
const mine = useMine();
const id = useId();
const asking = ref(false);
const later = ref(false);
/** Said before or after its time. */
const early = ref(false);
const adding = ref(false);
const more = ref(false);
const plants = ref('');
const taken = ref('');
const distance = ref('');
const weight = ref('');
const note = ref('');
/** The answer of one tap, where a figure is asked beside it. */
const chosen = ref<SavingChoice | null>(null);
const problem = ref<string | null>(null);
const asked = computed(() => props.done === null && (early.value || (props.current && !later.value)));

/** What lies months ahead is nobody's question today. */
const soonEnough = computed(() => props.step.from === null || props.step.from <= addDays(mine.today, 21));

/** What is tapped first; each choice of the step is a tap of its own. */
const FIRST: Readonly<Record<SavingStep['question'], readonly string[]>> = {
  plants: ['Say how many'],
  'taken-out': ['None', 'Some'],
  apart: [],
  near: ['Nothing', 'Something'],
  marked: ['Say how many'],
  winter: [],
  through: ['Say how many'],
  mothers: ['Say from how many'],
  dried: ['It is dry'],
};
const PLANTS: Readonly<Partial<Record<SavingStep['question'], string>>> = {
  plants: 'Plants that stand',
  'taken-out': 'Plants that stood there',
  near: 'About how many plants',
  marked: 'Plants that are marked',
  through: 'Plants that stand now',
  mothers: 'Picked from how many plants',
};
const TAKEN: Readonly<Partial<Record<SavingStep['question'], string>>> = { 'taken-out': 'Taken out', through: 'Rotted or died' };
const WHY: Readonly<Partial<Record<SavingStep['question'], string>>> = { near: 'What is it?', 'taken-out': 'What was it like?' };
/** These figures are what is asked; all others may be left out. */
const NEEDED: Readonly<Partial<Record<SavingStep['question'], 'plants' | 'taken'>>> = {
  plants: 'plants',
  'taken-out': 'taken',
  marked: 'plants',
  through: 'plants',
  mothers: 'plants',
};
const buttons = computed(() => [
  ...(props.step.choices.length > 0 && props.step.question !== 'taken-out'
    ? props.step.choices
    : FIRST[props.step.question].map((label) => ({ value: null, label }))),
]);

const feet = computed(() => props.units.lengthUnit === 'inch');
const UNIT_WORDS = { g: 'grams', oz: 'ounces' } as const;

/** A number that was typed; null for nothing. Sets the problem for what is none. */
function number(text: string, what: string): number | null | undefined {
  const typed = text.trim();
  if (typed === '') return null;
  if (/^\d{1,6}$/.test(typed)) return Number(typed);
  problem.value = `${what}: a whole number, please.`;
  return undefined;
}
/** A weight that was typed, with a unit of its own or without, in grams. */
function weightOf(text: string): number | null | undefined {
  try {
    const read = readAmount('grams', text, props.units.massUnit);
    if (read === null) return null;
    if (read.grams !== null) return read.grams;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
  }
  problem.value = `What it weighs: a number of ${UNIT_WORDS[props.units.massUnit]}, please.`;
  return undefined;
}

type Answer = Omit<Extract<Said, { what: 'saving' }>, 'what' | 'loanId' | 'step'>;
async function say(of: Partial<Answer>): Promise<void> {
  asking.value = false;
  adding.value = false;
  early.value = false;
  problem.value = null;
  await mine.say(
    {
      what: 'saving',
      loanId: props.loanId,
      step: props.step.key,
      plants: of.plants ?? props.done?.plants ?? null,
      taken: of.taken ?? props.done?.taken ?? null,
      apart: of.apart ?? props.done?.apart ?? null,
      nearM: of.nearM ?? props.done?.nearM ?? null,
      how: of.how ?? props.done?.how ?? null,
      grams: of.grams ?? props.done?.grams ?? null,
      note: of.note ?? props.done?.note ?? null,
    },
    `${props.variety}: ${props.step.title.toLowerCase()}`,
  );
}

const isApart = (value: string): value is Apart => (APARTS as readonly string[]).includes(value);
/** What a chosen answer says of the step. */
const choiceSays = (choice: SavingChoice | null): Partial<Answer> =>
  choice === null ? {} : isApart(choice.value) ? { apart: choice.value } : { how: choice.value };

function answer(choice: { readonly value: SavingChoice['value'] | null; readonly label: string }): void {
  chosen.value = choice.value === null ? null : { value: choice.value, label: choice.label };
  if (choice.label === 'None') void say({ taken: 0 });
  else if (choice.label === 'Nothing') void say({ note: 'nothing of its kind' });
  else if (choice.value !== null && props.step.question !== 'dried') void say(choiceSays(chosen.value));
  else asking.value = true;
}

function save(): void {
  problem.value = null;
  const { question } = props.step;
  const stood = number(plants.value, 'Plants');
  const out = number(taken.value, TAKEN[question] ?? 'Taken out');
  const far = number(distance.value, feet.value ? 'Feet' : 'Metres');
  const grams = weightOf(weight.value);
  if (stood === undefined || out === undefined || far === undefined || grams === undefined) return;
  const nearM = far !== null && feet.value ? Math.round(far / FEET_PER_METRE) : far;
  const needed = NEEDED[question];
  if (needed === 'plants' && stood === null) problem.value = question === 'plants' ? 'Say how many plants stand.' : 'Say how many plants.';
  else if (needed === 'taken' && out === null) problem.value = 'Say how many you took out.';
  else if (question !== 'through' && stood !== null && out !== null && out > stood)
    problem.value = `Only ${plural(stood, 'plant')} stood there.`;
  else if (question === 'taken-out' && out !== 0 && chosen.value === null) problem.value = 'Say why: they looked different, or were sick.';
  else void say({ ...choiceSays(chosen.value), plants: stood, taken: out, nearM, grams, note: note.value.trim() || null });
}

async function photo(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  try {
    const jpeg = await shrinkPhoto(file);
    adding.value = false;
    await mine.say({ what: 'photo', loanId: props.loanId, step: props.step.key, jpeg });
  } catch {
    problem.value = 'This picture cannot be read. Take another.';
  }
}

const doneWords = computed(() => (props.done === null ? '' : savingSaid(props.step.key, props.done, props.units).join(', ')));
</script>

<template>
  <StepItem :done="done !== null" :now="asked">
    <template v-if="done">
      <strong class="past">{{ SAVING_DONE_WORDS[step.key] }} {{ monthDay(done.doneOn, units.dateOrder, mine.today) }}</strong>
      <p v-if="doneWords" class="quiet">{{ doneWords }}</p>
      <img v-if="done.photo" :src="fileAddress(mySeen.photo, { file: done.photo })" alt="Your picture of this step" loading="lazy" />
      <div v-if="adding" class="form">
        <label :for="`${id}-note`">Note</label>
        <Textarea :id="`${id}-note`" v-model="note" rows="2" maxlength="2000" />
        <label class="file">
          Picture
          <input type="file" accept="image/*" @change="photo" />
        </label>
        <div class="buttons">
          <Button label="Save" @click="say({ note: note.trim() || null })" />
          <Button label="Not now" severity="secondary" variant="text" @click="adding = false" />
        </div>
      </div>
      <div v-else-if="latest || more" class="buttons">
        <Button
          label="Note or picture"
          :aria-label="`Note or picture: ${step.title}`"
          severity="secondary"
          variant="text"
          @click="((adding = true), (note = done.note ?? ''))"
        />
        <Button v-if="done.undo !== null" label="Take back" severity="secondary" variant="text" @click="mine.takeBackStep(done.undo)" />
      </div>
      <div v-else class="buttons">
        <Button label="More" :aria-label="`More: ${step.title}`" severity="secondary" variant="text" @click="more = true" />
      </div>
    </template>
    <template v-else>
      <strong>{{ step.title }}</strong>
      <p class="quiet">{{ step.detail }}</p>
      <p v-for="c in step.cautions" :key="c" class="caution">{{ c }}</p>
      <p v-if="!asked && step.from && step.from > mine.today" class="quiet small">
        from about {{ monthDay(step.from, units.dateOrder, mine.today) }}
      </p>
      <template v-if="asked">
        <form v-if="asking" class="form" @submit.prevent="save">
          <p v-if="chosen && step.question !== 'taken-out'" class="quiet">{{ chosen.label }}.</p>
          <template v-if="PLANTS[step.question]">
            <label :for="`${id}-plants`">{{ PLANTS[step.question] }}</label>
            <InputText :id="`${id}-plants`" v-model="plants" inputmode="numeric" autocomplete="off" class="number" />
          </template>
          <template v-if="step.question === 'near'">
            <label :for="`${id}-distance`">How far away, in {{ feet ? 'feet' : 'metres' }}</label>
            <InputText :id="`${id}-distance`" v-model="distance" inputmode="numeric" autocomplete="off" class="number" />
          </template>
          <template v-if="step.question === 'dried'">
            <label :for="`${id}-weight`">What it weighs, in {{ UNIT_WORDS[units.massUnit] }}</label>
            <InputText :id="`${id}-weight`" v-model="weight" inputmode="decimal" autocomplete="off" class="number" />
          </template>
          <template v-if="TAKEN[step.question]">
            <label :for="`${id}-taken`">{{ TAKEN[step.question] }}</label>
            <InputText :id="`${id}-taken`" v-model="taken" inputmode="numeric" autocomplete="off" class="number" />
          </template>
          <div v-if="step.question === 'taken-out'" class="buttons" role="group" aria-label="Why">
            <Button
              v-for="c in step.choices"
              :key="c.value"
              type="button"
              :label="c.label"
              :severity="chosen?.value === c.value ? undefined : 'secondary'"
              :aria-pressed="chosen?.value === c.value"
              @click="chosen = c"
            />
          </div>
          <label :for="`${id}-why`">{{ WHY[step.question] ?? 'Note' }}</label>
          <Textarea :id="`${id}-why`" v-model="note" rows="2" maxlength="2000" />
          <div class="buttons">
            <Button type="submit" label="Save" />
            <Button label="Not now" severity="secondary" variant="text" @click="asking = false" />
          </div>
        </form>
        <div v-else class="buttons">
          <Button
            v-for="(choice, i) in buttons"
            :key="choice.label"
            :label="choice.label"
            :severity="i === 0 ? undefined : 'secondary'"
            @click="answer(choice)"
          />
          <Button label="Not yet" severity="secondary" @click="((later = true), (early = false))" />
        </div>
      </template>
      <div v-else-if="soonEnough" class="buttons">
        <Button label="Say it" :aria-label="`Say it: ${step.title}`" severity="secondary" variant="text" @click="early = true" />
      </div>
    </template>
    <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  </StepItem>
</template>

<style scoped>
.past {
  color: var(--quiet);
}
strong {
  font-weight: 600;
}
.form {
  display: grid;
  gap: 5px;
}
.form label {
  font-weight: 600;
}
.number {
  width: 120px;
}
.file {
  display: grid;
  gap: 4px;
}
img {
  max-width: 100%;
  max-height: 260px;
  border-radius: 3px;
  border: 1px solid var(--edge);
}
</style>
