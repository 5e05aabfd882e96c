<script setup lang="ts">
import { plural } from '@esprel/core';
import { lotsApi, type LotSheetData } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** Splits a lot into packets of so many seeds; what is left over stays loose. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const inPackets = computed(() => (data.value?.packets ?? []).reduce((n, p) => n + p.seedsEach * p.packetsLeft, 0));
const free = computed(() => Math.max(0, (data.value?.lot.lendable ?? 0) - inPackets.value));

const form = useForm({
  name: `packets.${props.code}`,
  initial: () => ({ seedsEach: '', packets: '' }),
  of: lotsApi.fill,
  body: (v) => ({
    ...gather({
      seedsEach: () => numberOf('seedsEach', v.seedsEach) ?? undefined,
      packets: () => numberOf('packets', v.packets) ?? undefined,
    }),
    filledOn: session.today,
  }),
  asked: () => ({ code: props.code }),
});
const { values } = form;
const hint = computed(() => {
  const each = Number(values.seedsEach);
  if (!Number.isInteger(each) || each < 1) return `${plural(free.value, 'seed')} are free above the floor`;
  const most = Math.floor(free.value / each);
  const n = Number(values.packets);
  if (!Number.isInteger(n) || n < 1) return `at most ${plural(most, 'packet')}`;
  return n > most
    ? `at most ${plural(most, 'packet')}`
    : `${plural((data.value?.lot.balance ?? 0) - inPackets.value - n * each, 'seed')} stay loose`;
});
function all(): void {
  const each = Number(values.seedsEach);
  if (Number.isInteger(each) && each > 0) values.packets = String(Math.floor(free.value / each));
}
const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  const each = values.seedsEach;
  const n = values.packets;
  if (!(await form.send())) return;
  form.reset();
  await router.push(`/labels?kind=packet&codes=${props.code}&copies=${n.trim()}&seeds=${each.trim()}`);
}
function pourBack({ id, version }: LotSheetData['packets'][number]): void {
  void changes.make(lotsApi.pourBack, { id }, { version });
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Fill packets"
    :about="data ? `${data.lot.code} ${data.lot.variety}, ${plural(data.lot.balance, 'seed')}. The labels come next.` : ''"
    action="Filled; print the labels"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <FieldText id="each" v-model="values.seedsEach" class="half" label="Seeds in each" numeric :error="form.errors.seedsEach" />
    <FieldText id="packets" v-model="values.packets" class="half" label="Packets" numeric :hint="hint" :error="form.errors.packets" />
    <div><Button type="button" severity="secondary" variant="text" label="As many as it gives" @click="all" /></div>
    <template #after>
      <section v-if="data && data.packets.length > 0" aria-label="Packets there are">
        <h2>Packets there are</h2>
        <p v-for="p in data.packets" :key="p.id" class="row-of-buttons">
          <span
            >{{ p.packetsLeft }} of {{ p.packets }} left, {{ plural(p.seedsEach, 'seed') }} each, filled {{ format.day(p.filledOn) }}</span
          >
          <Button type="button" size="small" severity="secondary" label="Pour back" @click="pourBack(p)" />
        </p>
      </section>
    </template>
  </FormFrame>
</template>

<style scoped>
h2 {
  font-size: 17px;
}
</style>
