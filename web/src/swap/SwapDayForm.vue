<script setup lang="ts">
import { HOUSE_RULES, type HouseRule } from '@esprel/core';
import { swapApi } from '@esprel/core/api';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import { useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { useSession } from '../base/session.ts';

/** The day itself: what it is called, when, where, and what the house asks of who takes seed. */
const props = defineProps<{ id?: string }>();
const router = useRouter();
const session = useSession();
const RULES: Readonly<Record<HouseRule, string>> = {
  free: 'Everybody takes what they need',
  'one-for-one': 'Bring one, take one',
  tokens: 'A token for each packet brought',
};
const { data, problem } = useRead(swapApi.day, () => (props.id === undefined ? null : { id: props.id }));
const form = useForm({
  name: props.id === undefined ? 'swap.new' : `swap.${props.id}`,
  initial: () => ({ name: '', heldOn: null as string | null, hall: '', rule: 'free' as HouseRule | null, ruleWords: '' }),
  of: () => (props.id === undefined ? swapApi.add : swapApi.edit),
  asked: () => ({ id: props.id ?? 0 }),
  body: (v) => ({
    name: v.name,
    heldOn: v.heldOn,
    hall: v.hall.trim() || null,
    rule: v.rule,
    ruleWords: v.ruleWords.trim() || null,
    ...(props.id === undefined ? {} : { version: data.value?.version ?? 0 }),
  }),
});
const { values } = form;
let filled = false;
watch(
  data,
  (d) => {
    if (d === null || filled) return;
    filled = true;
    // What was typed before stays.
    if (values.name === '')
      Object.assign(values, { name: d.name, heldOn: d.heldOn, hall: d.hall ?? '', rule: d.rule, ruleWords: d.ruleWords ?? '' });
  },
  { immediate: true },
);
const back = computed(() => (props.id === undefined ? '/swap' : `/swap/${props.id}`));
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await router.push(`/swap/${String(answer.id)}`);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="swap day" />
  <OpeningNote v-else-if="id !== undefined && data === null" what="the swap day" />
  <div v-else class="form-page">
    <FormFrame
      :title="id === undefined ? 'A swap day' : 'Change the swap day'"
      about="People bring seed and take seed along, in a hall, at several desks."
      :action="id === undefined ? 'Make the day' : 'Change it'"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="router.push(back)"
    >
      <FieldText
        id="swap-name"
        v-model="values.name"
        label="What it is called"
        placeholder="Spring swap"
        maxlength="120"
        :error="form.errors.name"
      />
      <FieldDay id="swap-day" v-model="values.heldOn" class="half" label="On" :min="session.today" :error="form.errors.heldOn" />
      <FieldText
        id="swap-hall"
        v-model="values.hall"
        class="half"
        label="Where"
        placeholder="hall, yard, library"
        maxlength="120"
        :error="form.errors.hall"
      />
      <FieldChoice
        id="swap-rule"
        v-model="values.rule"
        label="What the house asks"
        :options="HOUSE_RULES.map((r) => ({ value: r, label: RULES[r] }))"
        hint="The desks say it and may count it. Nobody is refused by the program."
        :error="form.errors.rule"
      />
      <FieldNote id="swap-words" v-model="values.ruleWords" label="In your own words" optional :error="form.errors.ruleWords" />
    </FormFrame>
  </div>
</template>
