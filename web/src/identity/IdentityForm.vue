<script setup lang="ts">
import { type IdentityConfidence } from '@esprel/core';
import { identityApi, type VarietyListed } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldFind from '../fields/FieldFind.vue';
import { findVarieties } from '../fields/finders.ts';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { IDENTITY_OPTIONS } from '../shared/choices.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import ReachNote from '../shared/ReachNote.vue';

/** How sure the name of a lot is, and what it turned out to be. The answer reaches what descends from it. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const format = useFormat();
const { data, problem } = useRead(identityApi.sheet, () => ({ code: props.code }));

type What = 'judged' | 'as-named' | 'another' | 'still-unknown';
const form = useForm({
  name: null,
  initial: () => ({
    what: 'judged' as What,
    identity: null as IdentityConfidence | null,
    variety: null as VarietyListed | string | null,
    reason: '',
  }),
  body: (v) => {
    const base = { version: data.value?.lot.version ?? 0, reason: v.reason };
    return v.what === 'judged'
      ? { ...base, identity: v.identity ?? undefined }
      : { ...base, answer: v.what, varietyId: v.what === 'another' && typeof v.variety === 'object' ? (v.variety?.id ?? null) : null };
  },
  of: (v): typeof identityApi.judge | typeof identityApi.grownOut => (v.what === 'judged' ? identityApi.judge : identityApi.grownOut),
  asked: () => ({ code: props.code }),
});
const { values } = form;
const options = computed(() => IDENTITY_OPTIONS.filter((o) => o.value !== data.value?.lot.identity));
const findOthers = async (q: string): Promise<readonly VarietyListed[]> =>
  (await findVarieties(q)).filter((v) => v.id !== data.value?.lot.varietyId);

const KINDS: Readonly<Record<string, string>> = {
  judged: 'judged',
  'growing-out': 'being grown out',
  'grown-out': 'grown out',
  'mixed-up': 'mixed up',
  cleared: 'told apart',
  corrected: 'the register was put right',
  parent: 'after its parent',
};
const { back, save } = useLeave(form, () => `/lots/${props.code}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="What is it?"
    :about="data ? `${data.lot.code} ${data.lot.variety}; the name is ${data.lot.identity}` : ''"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <FieldChoice
      id="what"
      v-model="values.what"
      label="What do you know"
      :options="[
        { value: 'judged', label: 'More or less sure' },
        { value: 'as-named', label: 'Grown: it is as named' },
        { value: 'another', label: 'Grown: it is another' },
        { value: 'still-unknown', label: 'Grown: still not known' },
      ]"
    />
    <FieldChoice
      v-if="values.what === 'judged'"
      id="identity"
      v-model="values.identity"
      label="The name is now"
      :options="options"
      :error="form.errors.identity"
    />
    <FieldFind
      v-if="values.what === 'another'"
      id="identity-variety"
      v-model="values.variety"
      label="It is"
      placeholder="any name of the variety"
      nothing="Not in the register yet; write it down under Library, Varieties."
      :search="findOthers"
      :words="(v) => v.name"
      :detail="(v) => v.crop"
      :error="form.errors.varietyId"
    />
    <FieldText
      id="identity-reason"
      v-model="values.reason"
      label="How do you know"
      placeholder="yellow fruit on all six plants"
      :error="form.errors.reason"
    />
    <ReachNote v-if="data" :reach="data.reach" />
    <template #after>
      <section aria-label="Growing it to find out">
        <h2>To find out</h2>
        <p v-if="data && data.sowings.length === 0" class="quiet">
          Grow some of it, and look at leaf, flower and fruit beside one you are sure of.
        </p>
        <p v-for="s in data?.sowings ?? []" :key="s.id">
          <RouterLink :to="`/sowing/${s.id}`">{{ s.seeds }} sown on {{ format.day(s.sownOn) }} to find out</RouterLink>
        </p>
        <Button type="button" severity="secondary" label="Sow some to find out" @click="router.push(`/lots/${code}/sow?identify=1`)" />
      </section>
      <section v-if="data && data.events.length > 0" aria-label="What was said of the name">
        <h2>What was said of the name</h2>
        <ul class="plain">
          <li v-for="e in data.events" :key="e.id">
            <span class="quiet">{{ format.day(e.onDay) }}, {{ KINDS[e.kind] }}:</span>
            <template v-if="e.fromVariety !== e.toVariety"> {{ e.fromVariety }} is {{ e.toVariety }};</template>
            <template v-else-if="e.fromIdentity !== e.toIdentity"> {{ e.fromIdentity }} to {{ e.toIdentity }};</template> {{ e.reason }}
          </li>
        </ul>
      </section>
    </template>
  </FormFrame>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  justify-items: start;
}
h2 {
  font-size: 17px;
}
li {
  padding: 4px 0;
}
</style>
