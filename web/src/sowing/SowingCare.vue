<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { capital, CARE_WORDS, plural, type Timing, TIMING_WORDS, TIMINGS } from '@esprel/core';
import { sowingsApi, type SowingSheetData } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import CareSteps from './CareSteps.vue';

/** The next step of care of a sowing, all of them with their days, and whether the day of the sowing was right. */
const props = defineProps<{ sheet: SowingSheetData; up: number; part: 'next' | 'all' }>();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const s = computed(() => props.sheet.sowing);
const next = computed(() => props.sheet.nextCare);
async function done(): Promise<void> {
  const kind = next.value?.kind;
  if (!kind) return;
  const answer = await changes.make(
    sowingsApi.care,
    { id: s.value.id },
    {
      version: s.value.version,
      kind,
      doneOn: session.today,
    },
  );
  if (answer && kind === 'pot-on') {
    await router.push(`/labels?kind=pot&codes=${s.value.lotCode}&copies=${String(Math.min(props.up, 300))}&sowing=${String(s.value.id)}`);
  }
}
async function say(timing: Timing): Promise<void> {
  const said = props.sheet.timing;
  if (said?.timing === timing) await changes.make(sowingsApi.removeTiming, { id: said.id }, { version: said.version });
  else await changes.make(sowingsApi.timing, { id: s.value.id }, { version: said?.version ?? 0, timing });
}
</script>

<template>
  <DeskMessage v-if="part === 'next' && next" kind="notice" class="care">
    <p>
      <strong>{{ CARE_WORDS[next.kind].words }}</strong> {{ format.due(next.due) }}, {{ format.day(next.due) }}:
      {{ CARE_WORDS[next.kind].why }}.
      <template v-if="next.movedDays > 0">It moved by {{ plural(next.movedDays, 'day') }}, because what comes before it was late.</template>
    </p>
    <Button severity="secondary" :label="next.kind === 'pot-on' ? 'Done, print tags' : 'Done today'" @click="done" />
  </DeskMessage>
  <template v-else-if="part === 'all'">
    <section v-if="!s.member" class="block" aria-label="Was the day right">
      <h2>Was the day right?</h2>
      <p class="row-of-buttons">
        <Button
          v-for="t in TIMINGS"
          :key="t"
          :severity="sheet.timing?.timing === t ? undefined : 'secondary'"
          :label="capital(TIMING_WORDS[t])"
          :aria-pressed="sheet.timing?.timing === t"
          @click="say(t)"
        />
      </p>
      <p class="quiet small">
        After the season, one tap; the window of {{ s.crop.toLowerCase() }} moves for this library, and tapping again takes it back.
        <RouterLink :to="`/sowing/worked?crop=${s.cropKey}`">What worked</RouterLink>
      </p>
    </section>
    <section v-if="sheet.care.length > 0" class="block" aria-label="Care">
      <h2>Care</h2>
      <CareSteps :sheet="sheet" :up="up" />
    </section>
  </template>
</template>

<style scoped>
.care {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.care .p-button {
  flex: none;
}
.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.block h2 {
  font-size: 17px;
}
</style>
