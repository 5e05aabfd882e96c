<script setup lang="ts">
import { lotEditForm } from '@esprel/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useFetched } from '../app/useFetched.ts';
import { numberOf, useForm } from '../app/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { IDENTITY_OPTIONS } from './choices.ts';
import SheetProblem from './SheetProblem.vue';
import type { LotSheetData } from './types.ts';

const props = defineProps<{ code: string }>();
const router = useRouter();
const { data, problem } = useFetched<LotSheetData>(() => `/lots/${encodeURIComponent(props.code)}`);
/** The version that was read when the form was filled; a later one by somebody else is a conflict, shown as such. */
const version = ref(0);

const form = useForm({
  name: null,
  initial: () => ({ floor: '', identity: 'likely' as LotSheetData['lot']['identity'], identityReason: '', note: '' }),
  schema: lotEditForm,
  body: (v) => ({
    version: version.value,
    floor: numberOf('floor', v.floor) ?? undefined,
    identity: v.identity,
    identityReason: v.identityReason || null,
    note: v.note.trim() || null,
  }),
  method: 'PATCH',
  path: () => `/lots/${props.code}`,
});
watch(data, (sheet) => {
  if (!sheet || version.value !== 0) return;
  version.value = sheet.lot.version;
  Object.assign(form.values, { floor: String(sheet.lot.floor), identity: sheet.lot.identity, note: sheet.lot.note ?? '' });
});
const theirs = computed(() =>
  form.problem?.code === 'stale'
    ? (form.problem.more.current as { floor: number; identity: string; note: string | null; version: number })
    : null,
);
const renamed = computed(() => data.value !== null && form.values.identity !== data.value.lot.identity);

const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  if (await form.send()) back();
}
function mine(): void {
  version.value = theirs.value?.version ?? version.value;
  void save();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Put right"
    :about="data ? `${data.lot.code} ${data.lot.variety}` : ''"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <template v-if="theirs" #problem>
      <p>There now: floor {{ theirs.floor }}, name {{ theirs.identity }}, note “{{ theirs.note ?? 'none' }}”.</p>
      <p>Yours: floor {{ form.values.floor }}, name {{ form.values.identity }}, note “{{ form.values.note || 'none' }}”.</p>
      <p class="row-of-buttons">
        <button type="button" class="both" @click="mine">Keep mine</button>
        <button type="button" class="both" @click="back">Keep theirs</button>
      </p>
    </template>
    <FieldText
      id="floor"
      v-model="form.values.floor"
      class="half"
      label="Floor, never lent"
      numeric
      unit="seeds"
      hint="Kept back so that the lot can be renewed."
      :error="form.errors.floor"
    />
    <FieldChoice
      id="identity"
      v-model="form.values.identity"
      label="Is the name right?"
      :options="IDENTITY_OPTIONS"
      :error="form.errors.identity"
    />
    <FieldText
      v-if="renamed"
      id="identity-reason"
      v-model="form.values.identityReason"
      label="Why"
      hint="It stays in the history of the lot."
      :error="form.errors.identityReason"
    />
    <FieldNote id="note" v-model="form.values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
</template>

<style scoped>
.both {
  min-height: 40px;
  border: 1px solid var(--act);
  background: var(--sheet);
  border-radius: 3px;
  padding: 0 12px;
  cursor: pointer;
}
</style>
