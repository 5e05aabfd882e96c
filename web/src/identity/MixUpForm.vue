<script setup lang="ts">
import { parseLotCode } from '@esprel/core';
import { identityApi } from '@esprel/core/api';
import { useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import { useScans } from '../base/scans.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

/** Two lots that may have been swapped or spilled together, marked in one step. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const form = useForm({
  name: `mix-up.${props.code}`,
  initial: () => ({ other: '', kind: 'swapped' as 'swapped' | 'spilled', since: '', reason: '' }),
  of: identityApi.mixUp,
  body: (v) => ({
    lotCode: props.code,
    otherCode: parseLotCode(v.other) ?? v.other.trim(),
    kind: v.kind,
    sinceDay: v.since || null,
    reason: v.reason,
  }),
});
const { values } = form;
useScans().take((code) => (values.other = code));
const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  if (!(await form.send())) return;
  form.reset();
  back();
}
</script>

<template>
  <FormFrame
    title="Mixed up?"
    :about="`${code} and another lot may have been swapped, or spilled together. Until that is cleared up, their counts and sowings are not used as evidence, and they are lent only with a note.`"
    action="Mark both"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <FieldText
      id="other"
      v-model="values.other"
      class="half code"
      label="The other lot"
      placeholder="scan or type its code"
      :error="form.errors.otherCode ?? form.errors.lotCode"
    />
    <FieldChoice
      id="kind"
      v-model="values.kind"
      label="What may have happened"
      :options="[
        { value: 'swapped', label: 'Swapped' },
        { value: 'spilled', label: 'Spilled together' },
      ]"
    />
    <FieldDay
      id="since"
      v-model="values.since"
      label="Since when"
      :max="session.today"
      hint="Counts from before that day still stand. Leave it empty when nobody knows: then none does."
      :error="form.errors.sinceDay"
    />
    <FieldText
      id="mix-reason"
      v-model="values.reason"
      label="What was seen"
      placeholder="both envelopes lay open on the floor"
      :error="form.errors.reason"
    />
  </FormFrame>
</template>
