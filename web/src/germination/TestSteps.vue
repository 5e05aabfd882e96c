<script setup lang="ts">
import { testsApi, type TestSheetData } from '@esprel/core/api';
import { Check } from '@lucide/vue';
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

/** The preparation of a test, step by step, each with its day; the next one is done from here. */
const props = defineProps<{ sheet: TestSheetData }>();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const busy = ref(false);

function caution(step: string): string | null {
  return props.sheet.protocol.preparation.find((p) => p.step === step)?.caution ?? null;
}
async function done(number: number): Promise<void> {
  busy.value = true;
  const { id, version } = props.sheet.test;
  await changes.make(testsApi.step, { id }, { version, number, doneOn: session.today });
  busy.value = false;
}
</script>

<template>
  <section class="steps" aria-label="Preparation">
    <h3>Preparation</h3>
    <ol class="plain">
      <li v-for="s in sheet.steps" :key="s.number" :class="{ done: s.doneOn !== null }">
        <span class="mark"><Check v-if="s.doneOn !== null" :size="16" :stroke-width="2.6" aria-hidden="true" /></span>
        <span>
          <strong>{{ s.words }}</strong>
          <span class="quiet"> {{ s.doneOn === null ? `due ${format.day(s.due)}` : `done ${format.day(s.doneOn)}` }}</span>
          <span v-if="s.doneOn === null && caution(s.step)" class="small warn">{{ caution(s.step) }}</span>
        </span>
        <Button
          v-if="!sheet.test.planned && sheet.test.closedOn === null && sheet.steps.find((o) => o.doneOn === null)?.number === s.number"
          size="small"
          :severity="s.due <= session.today ? undefined : 'secondary'"
          :disabled="busy"
          label="Done today"
          @click="done(s.number)"
        />
      </li>
    </ol>
    <DeskMessage v-if="sheet.nextStep?.kind === 'look'" kind="notice">
      Look into the bag {{ format.due(sheet.nextStep.due) }}: chilled seed may sprout in the cold. Save the count, also when nothing came.
    </DeskMessage>
  </section>
</template>

<style scoped>
.steps {
  display: grid;
  gap: 6px;
}
h3 {
  font-size: 17px;
}
li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--hair);
}
.mark {
  color: var(--good);
  font-weight: 700;
}
li.done strong {
  font-weight: 400;
}
.warn {
  display: block;
  color: var(--act);
}
</style>
