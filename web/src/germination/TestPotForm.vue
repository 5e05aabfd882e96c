<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { testsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(testsApi.sheet, () => ({ id: props.id }));
const { data: pot } = useRead(testsApi.pottable, () => ({ id: props.id }));
const done = ref<{ readonly sowingId: number; readonly lotCode: string; readonly plants: number } | null>(null);
const form = useForm({
  name: `pot.${props.id}`,
  initial: () => ({ plants: '', pottedOn: session.today, whereSown: '', note: '' }),
  of: testsApi.pot,
  body: (v) => ({
    ...gather({ plants: () => numberOf('plants', v.plants) ?? undefined }),
    pottedOn: v.pottedOn,
    whereSown: v.whereSown.trim() || null,
    note: v.note.trim() || null,
  }),
  asked: () => ({ id: props.id }),
});
watch(
  [pot, () => session.today],
  ([now, today]) => {
    if (form.values.pottedOn === '') form.values.pottedOn = today;
    if (now && form.values.plants === '' && now.left > 0) form.values.plants = String(now.left);
  },
  { immediate: true },
);
const title = computed(() => (data.value ? `${data.value.test.lotCode} ${data.value.test.variety}` : ''));
const back = (): void => void router.push(`/tests/${props.id}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  done.value = answer;
  form.reset();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="test" />
  <section v-else-if="done" class="form-page done scrolls" aria-label="Potted">
    <h1>{{ plural(done.plants, 'plant') }} of {{ title }}</h1>
    <p>They stand under Sowing now, as a sowing of this test, and are looked at from week to week.</p>
    <p class="row-of-buttons">
      <RouterLink :to="`/labels?kind=pot&codes=${done.lotCode}&copies=${done.plants}&sowing=${done.sowingId}`"
        >Print {{ done.plants }} pot tags</RouterLink
      >
      <RouterLink :to="`/sowing/${done.sowingId}`">Open the sowing</RouterLink>
      <RouterLink :to="`/tests/${id}`">Back to the test</RouterLink>
    </p>
    <template v-if="pot && pot.members.length > 0">
      <h2>Who may want plants</h2>
      <p class="quiet">These members had seed of it before.</p>
      <ul class="plain">
        <li v-for="m in pot.members" :key="m.id">
          <RouterLink :to="`/members/${m.id}`">{{ m.name }}</RouterLink> <span class="quiet">{{ format.day(m.lentOn) }}</span>
        </li>
      </ul>
    </template>
  </section>
  <section v-else-if="data && pot" class="form-page">
    <FormFrame
      title="Pot the sprouts"
      :about="`${title}. Lift each with its piece of paper; the root must not break or dry.`"
      action="They are potted"
      :disabled="pot.left === 0"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="back"
    >
      <DeskMessage v-if="pot.left === 0" kind="notice">No sprout is left on the paper. Mark those that sprouted first.</DeskMessage>
      <FieldText
        id="plants"
        v-model="form.values.plants"
        class="third"
        label="Plants"
        numeric
        :hint="`${pot.left} of ${pot.sprouts} sprouts lie there still`"
        :error="form.errors.plants"
      />
      <FieldDay
        id="potted"
        v-model="form.values.pottedOn"
        class="third"
        label="Potted on"
        :max="session.today"
        :error="form.errors.pottedOn"
      />
      <FieldText
        id="where"
        v-model="form.values.whereSown"
        class="third"
        label="Where they stand"
        optional
        :error="form.errors.whereSown"
      />
      <FieldNote id="note" v-model="form.values.note" label="Note" optional :error="form.errors.note" />
    </FormFrame>
  </section>
</template>

<style scoped>
.done {
  padding: 20px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
}
</style>
