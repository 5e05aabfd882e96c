<script setup lang="ts">
import { replicatesFor, plural } from '@esprel/core';
import { testsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, watch } from 'vue';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

const props = defineProps<{ id: string }>();
const session = useSession();
const { data, problem } = useRead(testsApi.sheet, () => ({ id: props.id }));
const form = useForm({
  name: `extend.${props.id}`,
  initial: () => ({ seeds: '', laidOn: session.today, preparationDays: '' }),
  of: testsApi.extend,
  body: (v) => {
    const n = gather({ seeds: () => numberOf('replicates', v.seeds), days: () => numberOf('preparationDays', v.preparationDays) });
    return {
      version: data.value?.test.version,
      replicates: n.seeds === null || n.seeds < 1 || n.seeds > 400 || !Number.isInteger(n.seeds) ? [n.seeds ?? 0] : replicatesFor(n.seeds),
      laidOn: v.laidOn,
      preparationDays: n.days ?? 0,
    };
  },
  asked: () => ({ id: props.id }),
});
watch(
  [data, () => session.today],
  ([sheet, today]) => {
    if (form.values.laidOn === '') form.values.laidOn = today;
    if (sheet && form.values.preparationDays === '') form.values.preparationDays = String(sheet.protocol.preparationDays);
  },
  { immediate: true },
);
const cost = computed(() => {
  const seeds = Number(form.values.seeds) || 0;
  const sheet = data.value;
  if (!sheet || seeds < 1) return 'as many again make the answer about a third sharper';
  const left = sheet.balance - seeds;
  return `in ${plural(replicatesFor(Math.min(400, Math.floor(seeds))).length, 'bag')}; ${left < 0 ? 'more than there are' : `${String(left)} stay${left < sheet.floor ? ', below the floor' : ''}`}`;
});
const { back, save } = useLeave(form, () => `/tests/${props.id}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="test" />
  <section v-else-if="data" class="form-page">
    <FormFrame
      title="Lay a second batch"
      :about="data ? `${data.test.lotCode} ${data.test.variety}. It has days of its own and counts together with the first.` : ''"
      action="It is laid"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="back"
    >
      <FieldText
        id="seeds"
        v-model="form.values.seeds"
        class="third"
        label="Seeds"
        numeric
        :hint="cost"
        :error="form.errors.replicates ?? form.errors['replicates[0]']"
      />
      <FieldDay id="laid" v-model="form.values.laidOn" class="third" label="Laid on" :max="session.today" :error="form.errors.laidOn" />
      <FieldText
        id="preparation"
        v-model="form.values.preparationDays"
        class="third"
        label="Preparation takes"
        numeric
        unit="days"
        :error="form.errors.preparationDays"
      />
    </FormFrame>
  </section>
</template>
