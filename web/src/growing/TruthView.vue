<script setup lang="ts">
import { capital, NEVER_TRUE, plural, truthWords } from '@esprel/core';
import { growingApi } from '@esprel/core/api';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import SheetProblem from '../shared/SheetProblem.vue';

/** How true to type a lot is, what that goes by, and what was seen of it when it was grown. */
const props = defineProps<{ code: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(growingApi.truth, () => ({ code: props.code }));
const form = useForm({
  name: `off-types.${props.code}`,
  initial: () => ({
    plants: '',
    offTypes: '',
    seenOn: session.today,
    sowingId: typeof route.query.sowing === 'string' ? Number(route.query.sowing) : (null as number | null),
    note: '',
  }),
  of: growingApi.offTypes,
  asked: () => ({ code: props.code }),
  body: (v) => {
    const n = gather({ plants: () => numberOf('plants', v.plants), offTypes: () => numberOf('offTypes', v.offTypes) });
    return {
      plants: n.plants ?? undefined,
      offTypes: n.offTypes ?? undefined,
      seenOn: v.seenOn,
      sowingId: v.sowingId,
      note: v.note.trim() || null,
    };
  },
});
const { values } = form;
useTodayWhenEmpty(values, 'seenOn');
const heading = computed(() => (data.value?.share ? capital(truthWords(data.value.share.mean)) : ''));
const doubt = computed(() => {
  const s = data.value?.share;
  if (!s) return '';
  const odd = (share: number): string => String(Math.round(100 * (1 - share)));
  return `Between ${odd(s.high)} and ${odd(s.low)} in 100 may be something else.`;
});
const leave = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  if (!(await form.send())) return;
  form.reset();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="True to type"
    :about="`${data.code} ${data.variety}, ${data.crop}`"
    action="Write down what was seen"
    :disabled="data.never === 'hybrid'"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <section class="says" aria-label="How true it is">
      <template v-if="data.never">
        <h2>{{ NEVER_TRUE[data.never] }}</h2>
      </template>
      <template v-else-if="data.share">
        <h2>{{ heading }}</h2>
        <p>{{ doubt }}</p>
      </template>
      <ul v-if="data.why.length > 0">
        <li v-for="w in data.why" :key="w">{{ w }}</li>
      </ul>
    </section>
    <template v-if="data.never !== 'hybrid'">
      <h2 class="asks">What was seen of plants of it</h2>
      <FieldText id="plants" v-model="values.plants" class="half" label="Plants looked at" numeric :error="form.errors.plants" />
      <FieldText
        id="off-types"
        v-model="values.offTypes"
        class="half"
        label="Not what they should be"
        numeric
        hint="0 is worth writing down, too"
        :error="form.errors.offTypes"
      />
      <FieldDay id="seen" v-model="values.seenOn" class="half" label="Seen on" :max="session.today" :error="form.errors.seenOn" />
      <FieldSelect
        v-if="data.sowings.length > 0"
        id="sowing"
        v-model="values.sowingId"
        class="half"
        label="Of which sowing"
        optional
        placeholder="not known"
        :options="
          data.sowings.map((s) => ({
            value: s.id,
            label: `${format.day(s.sownOn)}, ${plural(s.seeds, 'seed')}${s.member === null ? '' : `, ${s.member}`}`,
          }))
        "
        :error="form.errors.sowingId"
      />
      <FieldNote id="note" v-model="values.note" label="What was different" optional :error="form.errors.note" />
    </template>
  </FormFrame>
  <OpeningNote v-else :what="code" />
</template>

<style scoped>
.says {
  border-left: 5px solid var(--asleep);
  background: var(--asleep-soft);
  padding: 10px 14px;
  display: grid;
  gap: 6px;
}
.says h2 {
  font-size: 18px;
  color: var(--asleep-deep);
}
ul {
  margin: 0;
  padding-left: 18px;
}
li {
  padding: 1px 0;
}
.asks {
  font-size: 17px;
}
</style>
