<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { CARE_WORDS, type CareKind } from '@esprel/core';
import { sowingsApi, type SowingSheetData } from '@esprel/core/api';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';

/** Every step of care of a sowing with its day. Any of them can be done next, on another day than today, or left out with a word. */
const props = defineProps<{ sheet: SowingSheetData; up: number }>();
const changes = useChanges();
const session = useSession();
const format = useFormat();
const sowing = (): { readonly id: number } => ({ id: props.sheet.sowing.id });

const asked = ref<number | null>(null);
const form = useForm({
  name: null,
  initial: () => ({ kind: 'thin' as CareKind, doneOn: session.today, why: '' }),
  of: sowingsApi.care,
  body: (v) => ({ version: props.sheet.sowing.version, kind: v.kind, doneOn: v.doneOn, skippedWhy: v.why.trim() || null }),
  asked: sowing,
});
function ask(step: number, kind: CareKind): void {
  form.reset({ kind });
  asked.value = asked.value === step ? null : step;
}
async function save(): Promise<void> {
  if (await form.send()) asked.value = null;
}
const done = (kind: CareKind): void =>
  void changes.make(sowingsApi.care, sowing(), { version: props.sheet.sowing.version, kind, doneOn: session.today });

/** Of two steps of one kind, the second waits for the first. */
function isOpen(i: number): boolean {
  const own = props.sheet.care[i];
  return own?.doneOn === null && props.up > 0 && !props.sheet.care.slice(0, i).some((c) => c.kind === own.kind && c.doneOn === null);
}
</script>

<template>
  <ul class="plain numbers">
    <li v-for="(c, i) in sheet.care" :key="c.number">
      <div class="step">
        <span>{{ CARE_WORDS[c.kind].words }}</span>
        <span :class="{ quiet: c.doneOn === null }">
          <template v-if="c.doneOn === null">{{ up > 0 ? '' : 'about ' }}{{ format.day(c.due) }}</template>
          <template v-else-if="c.skippedWhy != null">left out: {{ c.skippedWhy }}</template>
          <template v-else>done {{ format.day(c.doneOn) }}</template>
        </span>
        <span v-if="isOpen(i)" class="row-of-buttons">
          <Button
            size="small"
            severity="secondary"
            label="Done"
            :aria-label="`${CARE_WORDS[c.kind].words}: done today`"
            @click="done(c.kind)"
          />
          <Button
            size="small"
            severity="secondary"
            label="Other day, skip"
            :aria-label="`${CARE_WORDS[c.kind].words}: on another day, or left out`"
            :aria-expanded="asked === c.number"
            @click="ask(c.number, c.kind)"
          />
        </span>
      </div>
      <form v-if="asked === c.number" novalidate @submit.prevent="save">
        <FieldDay
          id="care-on"
          v-model="form.values.doneOn"
          label="On"
          :max="session.today"
          :min="sheet.sowing.sownOn"
          :error="form.errors.doneOn"
        />
        <FieldText
          id="care-why"
          v-model="form.values.why"
          label="Left out because"
          optional
          placeholder="pots are large enough"
          hint="empty when it was done"
          :error="form.errors.skippedWhy"
        />
        <Button type="submit" :disabled="form.sending" :label="form.values.why.trim() === '' ? 'It was done' : 'It was left out'" />
        <DeskMessage v-if="form.problem ?? form.errors.kind" kind="problem" class="wide">{{
          form.problem?.message ?? form.errors.kind
        }}</DeskMessage>
      </form>
    </li>
  </ul>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--hair);
}
.step {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 210px;
  gap: 12px;
  align-items: center;
  min-height: 44px;
}
.row-of-buttons {
  justify-content: end;
  flex-wrap: nowrap;
}
.row-of-buttons .p-button {
  white-space: nowrap;
}
form {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  padding: 4px 0 12px;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 620px) {
  .step,
  form {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .step .row-of-buttons {
    grid-column: 1 / -1;
    justify-content: start;
    padding-bottom: 8px;
  }
}
</style>
