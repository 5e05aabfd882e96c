<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { addDays, VERDICT_WORDS, VERDICTS, type Verdict } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { useChanges } from '../base/changes.ts';
import { useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { verdictLook } from '../shared/verdictLook.ts';

const props = defineProps<{ code: string }>();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const form = useForm({
  name: `verdict.${props.code}`,
  initial: () => ({ verdict: '' as Verdict | '', reason: '', untilDay: addDays(session.today, 180) }),
  of: lotsApi.overrule,
  body: (v) => ({
    verdict: v.verdict || undefined,
    reason: v.reason,
    untilDay: v.untilDay || undefined,
    version: data.value?.overrule?.version ?? 0,
  }),
  asked: () => ({ code: props.code }),
});
const { back, save } = useLeave(form, () => `/lots/${props.code}`);
async function end(): Promise<void> {
  if (await changes.make(lotsApi.endOverrule, { code: props.code }, { version: data.value?.overrule?.version ?? 0 })) back();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Overrule the verdict"
    :about="
      data
        ? `${data.lot.code} ${data.lot.variety}. You know something that the figures do not; it stands until its day, then they judge again.`
        : ''
    "
    action="Set it by hand"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <DeskMessage v-if="data?.overrule" kind="notice">
      Set to “{{ VERDICT_WORDS[data.overrule.verdict] }}” until {{ format.day(data.overrule.untilDay) }}: {{ data.overrule.reason }}
      <Button type="button" size="small" severity="secondary" label="Let the figures judge again" @click="end" />
    </DeskMessage>
    <p v-else-if="data?.verdict" class="quiet">
      The figures say: <strong>{{ verdictLook(data.verdict.verdict).words }}</strong>. {{ data.verdict.reason }}
    </p>
    <FieldChoice
      id="verdict"
      v-model="form.values.verdict"
      label="What to do instead"
      :options="VERDICTS.map((v) => ({ value: v as Verdict | '', label: VERDICT_WORDS[v] }))"
      :error="form.errors.verdict"
    />
    <FieldText id="reason" v-model="form.values.reason" class="two-thirds" label="Why" :error="form.errors.reason" />
    <FieldDay id="until" v-model="form.values.untilDay" class="third" label="Until" :min="session.today" :error="form.errors.untilDay" />
  </FormFrame>
</template>
