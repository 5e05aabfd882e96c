<script setup lang="ts">
import { addDays, type DateOrder, monthDay, plural, SAVING_DONE_WORDS, type SavingStep } from '@esprel/core';
import { mySeen, type MySavingDone } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed, ref, useId } from 'vue';
import { fileAddress } from '../base/calls.ts';
import { shrinkPhoto } from '../base/shrinkPhoto.ts';
import StepItem from './StepItem.vue';
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
  order: DateOrder;
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
const note = ref('');
const problem = ref<string | null>(null);
const asked = computed(() => props.done === null && (early.value || (props.current && !later.value)));

/** What lies months ahead is nobody's question today. */
const soonEnough = computed(() => props.step.from === null || props.step.from <= addDays(mine.today, 21));

const FIRST: Readonly<Record<SavingStep['question'], readonly string[]>> = {
  plants: ['Say how many'],
  'taken-out': ['None', 'Some'],
  near: ['Nothing', 'Something'],
  done: ['Done'],
};

/** A whole number that was typed; null for nothing. Sets the problem for what is none. */
function number(text: string, what: string): number | null | undefined {
  if (text.trim() === '') return null;
  if (/^\d{1,6}$/.test(text.trim())) return Number(text.trim());
  problem.value = `${what}: a whole number, please.`;
  return undefined;
}

async function say(of: { plants?: number | null; taken?: number | null; note?: string | null }): Promise<void> {
  asking.value = false;
  adding.value = false;
  early.value = false;
  problem.value = null;
  const { done } = props;
  await mine.say(
    {
      what: 'saving',
      loanId: props.loanId,
      step: props.step.key,
      plants: of.plants ?? done?.plants ?? null,
      taken: of.taken ?? done?.taken ?? null,
      note: of.note ?? done?.note ?? null,
    },
    `${props.variety}: ${props.step.title.toLowerCase()}`,
  );
}

function answer(words: string): void {
  if (words === 'None') void say({ taken: 0 });
  else if (words === 'Nothing') void say({ note: 'nothing of its kind' });
  else if (words === 'Done') void say({});
  else asking.value = true;
}

function save(): void {
  problem.value = null;
  const stood = number(plants.value, 'Plants');
  const out = number(taken.value, 'Taken out');
  if (stood === undefined || out === undefined) return;
  if (props.step.question === 'plants' && stood === null) problem.value = 'Say how many plants stand.';
  else if (props.step.question === 'taken-out' && out === null) problem.value = 'Say how many you took out.';
  else if (stood !== null && out !== null && out > stood) problem.value = `Only ${plural(stood, 'plant')} stood there.`;
  else void say({ plants: stood, taken: out, note: note.value.trim() || null });
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

const doneWords = computed(() => {
  const { done } = props;
  if (done === null) return '';
  const stood = done.plants === null ? [] : [plural(done.plants, 'plant')];
  const out = done.taken === null ? [] : [done.taken === 0 ? 'none taken out' : `${String(done.taken)} taken out`];
  return [...stood, ...out, ...(done.note === null ? [] : [done.note])].join(', ');
});
</script>

<template>
  <StepItem :done="done !== null" :now="asked">
    <template v-if="done">
      <strong class="past">{{ SAVING_DONE_WORDS[step.key] }} {{ monthDay(done.doneOn, order, mine.today) }}</strong>
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
        from about {{ monthDay(step.from, order, mine.today) }}
      </p>
      <template v-if="asked">
        <form v-if="asking" class="form" @submit.prevent="save">
          <template v-if="step.question === 'plants' || step.question === 'taken-out'">
            <label :for="`${id}-plants`">{{ step.question === 'plants' ? 'Plants that stand' : 'Plants that stood there' }}</label>
            <InputText :id="`${id}-plants`" v-model="plants" inputmode="numeric" autocomplete="off" class="number" />
          </template>
          <template v-if="step.question === 'taken-out'">
            <label :for="`${id}-taken`">Taken out</label>
            <InputText :id="`${id}-taken`" v-model="taken" inputmode="numeric" autocomplete="off" class="number" />
          </template>
          <label :for="`${id}-why`">{{
            step.question === 'near' ? 'What, and how far away?' : step.question === 'taken-out' ? 'Why' : 'Note'
          }}</label>
          <Textarea :id="`${id}-why`" v-model="note" rows="2" maxlength="2000" />
          <div class="buttons">
            <Button type="submit" label="Save" />
            <Button label="Not now" severity="secondary" variant="text" @click="asking = false" />
          </div>
        </form>
        <div v-else class="buttons">
          <Button
            v-for="(words, i) in FIRST[step.question]"
            :key="words"
            :label="words"
            :severity="i === 0 ? undefined : 'secondary'"
            @click="answer(words)"
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
