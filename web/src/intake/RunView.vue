<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { FORM_WORDS, FORMS, plural } from '@esprel/core';
import { type LineLook, lotsApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useDebounceFn, useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { newKey } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';
import { useKeptSteps } from '../base/keptSteps.ts';
import { useSession } from '../base/session.ts';
import { useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldPlace from '../fields/FieldPlace.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import CautionNote from '../shared/CautionNote.vue';
import { ACQUISITION_OPTIONS } from '../shared/choices.ts';
import NotRipeYet from '../shared/NotRipeYet.vue';
import RunDone from './RunDone.vue';
import { emptyLine, guessWords, lineBody, nextLine, type SavedLine, yearNotRipe } from './runLine.ts';

const session = useSession();
const router = useRouter();
const changes = useChanges();
/** The envelopes of this evening; they stay through a closed lid until the run is finished. */
const saved = useLocalStorage<SavedLine[]>('esprel.run', []);
// A line from before it was called so cannot name its step; its lot is in the library.
saved.value = saved.value.filter((line) => typeof line.stepId === 'number');
const look = ref<LineLook | null>(null);
const hemisphere = computed(() => session.settings?.hemisphere ?? 'north');
const form = useForm({
  name: 'run',
  initial: () => emptyLine(session.today),
  of: lotsApi.takeIn,
  body: (v) => lineBody(v, look.value, hemisphere.value),
  keptAs: (v) => ({
    words: `${v.variety.trim() || 'an envelope'} came in`,
    about: `envelope ${newKey()}`,
    follows: null,
    at: '/take-in',
    draft: null,
  }),
});
const kept = useKeptSteps();
// What waited has its code once the library answered.
watch(
  () => kept.taken,
  (taken) => {
    if (taken === null) return;
    saved.value = saved.value.map((l) =>
      l.kept === taken.key ? { ...l, kept: null, code: String(taken.answer.code), stepId: taken.answer.step.id } : l,
    );
  },
);
const { values } = form;
useTodayWhenEmpty(values, 'receivedOn');

/** What is looked up: an answer counts as long as the line still says the same, whichever of two questions it came from. */
const typedLine = (): string => `${values.crop}\n${values.variety}`;
/** Taken along while there is a network, for when there is none. */
const here = import('./lookHere.ts');
void here.catch(() => undefined);
async function lookNow(): Promise<void> {
  const mine = typedLine();
  if (values.variety.trim() === '' && values.crop.trim() === '') {
    look.value = null;
    return;
  }
  const line = { name: values.variety.slice(0, 120), crop: values.crop.trim().slice(0, 60) };
  const answer = await readOnce(lotsApi.look, line).catch(
    async () => (await here.catch(() => null))?.lookHere(line.name, line.crop) ?? null,
  );
  if (mine === typedLine()) look.value = answer;
}
const lookSoon = useDebounceFn(lookNow, 110);
watch(
  () => [values.variety, values.crop],
  () => {
    values.sameAs = null;
    void lookSoon();
  },
);
onMounted(() => {
  void lookNow();
  void nextTick(first);
});

const early = computed(() => yearNotRipe(values, hemisphere.value));
// Said of one year, it says nothing of another.
watch(early, () => (values.yearSure = false));
function packed(): void {
  values.year = `packed ${early.value ?? ''}`;
  void nextTick(() => document.getElementById('run-amount')?.focus());
}

const near = computed(() => (values.sameAs === null ? (look.value?.near ?? []) : []));
const chosen = computed(() => look.value?.near.find((n) => n.id === values.sameAs) ?? null);
const hint = computed(() => {
  if (chosen.value) return `the same as ${chosen.value.name}`;
  const known = look.value?.known;
  return known ? `known here, ${plural(known.lots, 'lot')} so far` : undefined;
});

function first(): void {
  document.getElementById(values.source === '' ? 'run-source' : 'run-variety')?.focus();
}

/** The typed line is looked at once more, so that a fast hand never saves under the guess of an earlier word. */
async function save(): Promise<void> {
  await lookNow();
  const line = { ...values };
  const at = look.value;
  const unsure = line.sameAs === null ? (at?.near[0] ?? null) : null;
  const answer = await form.send();
  if (!answer && form.kept === null) {
    // What is asked is answered from where the hand is: the likeliest crop first, Enter takes it. After the form has gone to its field.
    requestAnimationFrame(() => document.querySelector<HTMLElement>('.asked button')?.focus());
    return;
  }
  saved.value = [
    {
      code: answer?.code ?? '',
      stepId: answer?.step.id ?? 0,
      kept: form.kept,
      variety: chosen.value?.name ?? at?.known?.name ?? line.variety.trim(),
      crop: at?.crop?.name ?? '',
      year: line.year,
      amount: line.amount,
      near: unsure,
    },
    ...saved.value,
  ];
  form.reset(nextLine(line));
  look.value = null;
  await nextTick();
  document.getElementById('run-variety')?.focus();
}

/** The crop that was meant; Enter then takes the line in. */
function choose(crop: string): void {
  values.crop = crop;
  document.getElementById('run-amount')?.focus();
}

async function takeBack(line: SavedLine): Promise<void> {
  await changes.undo(line.stepId);
  if (changes.undoProblem === null) saved.value = saved.value.filter((l) => l !== line);
}
function finish(): void {
  saved.value = [];
  void router.push('/lots');
}
</script>

<template>
  <div class="run scrolls" tabindex="-1">
    <header>
      <h1>A run of envelopes</h1>
      <p class="quiet">One line an envelope; Enter saves it. The upper row is carried along.</p>
      <RouterLink to="/lots/take-in">One envelope, with everything</RouterLink>
      <RouterLink to="/library/read-in">From a spreadsheet</RouterLink>
    </header>
    <form class="paper" novalidate @submit.prevent="save">
      <div class="carried" aria-label="For all of them">
        <FieldText
          id="run-source"
          v-model="values.source"
          label="Came from"
          placeholder="person, supplier, swap"
          :error="form.errors.source"
        />
        <FieldChoice id="run-how" v-model="values.acquisition" label="How" :options="ACQUISITION_OPTIONS" />
        <FieldDay id="run-came" v-model="values.receivedOn" label="Came on" :max="session.today" :error="form.errors.receivedOn" />
        <FieldPlace id="run-place" v-model="values.placeId" :error="form.errors.placeId" />
      </div>
      <div class="line">
        <FieldText
          id="run-variety"
          v-model="values.variety"
          label="Variety or nickname"
          placeholder="as on the envelope"
          :hint="hint"
          :error="form.errors.varietyName ?? form.errors.varietyId"
        />
        <FieldText
          id="run-crop"
          v-model="values.crop"
          label="Crop"
          :placeholder="look?.crop && values.crop === '' ? look.crop.name : 'common or scientific'"
          :hint="
            guessWords(look) ||
            ((look?.choices.length ?? 0) > 0
              ? 'choose below'
              : values.crop.trim() === ''
                ? undefined
                : 'no such crop; try another of its names, or add it under Library, Crops')
          "
          :error="form.errors.cropKey"
        />
        <FieldText
          id="run-year"
          v-model="values.year"
          label="Year"
          placeholder="2025"
          hint="or packed 2026, or ?"
          :error="form.errors.year"
        />
        <FieldText
          id="run-amount"
          v-model="values.amount"
          label="Amount"
          placeholder="120"
          hint="about 40, 2 g, a pinch"
          :error="form.errors.seeds"
        />
        <FieldSelect
          id="run-form"
          v-model="values.form"
          label="Form"
          :options="FORMS.map((f) => ({ value: f, label: FORM_WORDS[f].replace(/ \(.*\)/, '') }))"
        />
        <div class="save">
          <Button type="submit" :disabled="form.sending">Take in <kbd>↵</kbd></Button>
        </div>
        <label class="unseen" for="run-note">Note</label>
        <InputText id="run-note" v-model="values.note" class="note" placeholder="a note, if the envelope says more" autocomplete="off" />
      </div>
      <div v-if="near.length > 0" class="near" role="group" aria-label="Names like it">
        <p v-for="n in near" :key="n.id">
          <span
            >Like <strong>{{ n.name }}</strong>, {{ n.crop.toLowerCase() }}, {{ plural(n.lots, 'lot')
            }}{{ n.like === 'same' ? '; only written otherwise' : '' }}.</span
          >
          <Button type="button" size="small" severity="secondary" label="The same" @click="values.sameAs = n.id" />
          <span class="quiet small">or another: just go on</span>
        </p>
      </div>
      <div v-if="(look?.choices.length ?? 0) > 0" class="near asked" role="group" aria-label="Which crop is it?">
        <p>
          <span>“{{ values.crop.trim() || values.variety.trim() }}” may mean several crops. Which is it?</span>
          <Button
            v-for="c in look?.choices ?? []"
            :key="c.key"
            type="button"
            size="small"
            severity="secondary"
            :label="c.name"
            :title="c.scientific"
            @click="choose(c.name)"
          />
        </p>
      </div>
      <NotRipeYet v-if="early !== null" v-model="values.yearSure" :class="{ asked: !values.yearSure }" :year="early" @packed="packed" />
      <CautionNote :cautions="look?.cautions ?? []" />
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
    </form>
    <RunDone
      :lines="saved"
      @take-back="takeBack"
      @finish="finish"
      @same="(line) => (saved = saved.map((l) => (l === line ? { ...l, near: null } : l)))"
    />
  </div>
</template>

<style scoped>
.run {
  height: 100%;
  padding: 16px 22px 28px;
  display: grid;
  gap: 12px;
  align-content: start;
}
header {
  display: flex;
  gap: 6px 18px;
  align-items: baseline;
  flex-wrap: wrap;
}
header p {
  margin-right: auto;
}
.paper {
  background: var(--sheet);
  border: 1px solid var(--rule);
  box-shadow: 0 1px 6px rgb(60 50 30 / 10%);
  padding: 14px 18px 16px;
  display: grid;
  gap: 12px;
}
.carried {
  display: grid;
  grid-template-columns: 1.4fr auto 1fr 1.2fr;
  gap: 14px;
  padding-bottom: 12px;
  border-bottom: 1px dashed var(--rule);
}
.line {
  display: grid;
  grid-template-columns: 2.2fr 1.6fr 1fr 1.2fr 1.1fr auto;
  gap: 8px 12px;
  align-items: start;
}
.save {
  padding-top: 24px;
}
.note {
  grid-column: 1 / 5;
}
.near {
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 6px 12px;
}
.near p {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  min-height: 40px;
}
.problem {
  color: var(--act);
  font-weight: 600;
}
strong {
  font-weight: 600;
}
@media (max-width: 1000px) {
  .carried,
  .line {
    grid-template-columns: 1fr 1fr;
  }
  .note {
    grid-column: 1 / -1;
  }
  .save {
    padding-top: 0;
  }
}
</style>
