<script setup lang="ts">
import { plural, truthWords } from '@esprel/core';
import { lotsApi, type MixLook, varietiesApi } from '@esprel/core/api';
import { useDebounceFn } from '@vueuse/core';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { act } from '../base/calls.ts';
import { percent } from '../base/format.ts';
import OpeningNote from '../base/OpeningNote.vue';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldPlace from '../fields/FieldPlace.vue';
import FormFrame from '../fields/FormFrame.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import SheetProblem from '../shared/SheetProblem.vue';

/** Lots of one variety are mixed on purpose; what that does is seen before. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const sheet = useRead(lotsApi.sheet, () => ({ code: props.code }));
const variety = useRead(varietiesApi.sheet, () => (sheet.data.value === null ? null : { id: String(sheet.data.value.lot.varietyId) })).data;
/** Lots of the variety that there is seed of, this one first. */
const lots = computed(() => {
  const kept = (variety.value?.lots ?? []).filter((l) => l.balance > 0 && l.state === 'kept');
  return [...kept.filter((l) => l.code === props.code), ...kept.filter((l) => l.code !== props.code)];
});

const form = useForm({
  name: `mix.${props.code}`,
  initial: () => ({
    seeds: {} as Record<string, string>,
    with: { [props.code]: true } as Record<string, boolean>,
    mixedOn: session.today,
    placeId: null as number | null,
    note: '',
  }),
  of: lotsApi.mix,
  body: (v) => {
    const chosen = lots.value.filter((l) => v.with[l.code]);
    const seeds = gather(
      Object.fromEntries(
        chosen.map((l, i) => [l.code, () => numberOf(`parts[${String(i)}].seeds`, v.seeds[l.code] ?? String(l.balance)) ?? l.balance]),
      ),
    );
    return {
      parts: chosen.map((l) => ({ lotCode: l.code, seeds: seeds[l.code] ?? l.balance })),
      mixedOn: v.mixedOn,
      placeId: v.placeId,
      note: v.note.trim() || null,
    };
  },
});
const { values } = form;
useTodayWhenEmpty(values, 'mixedOn');
const chosen = computed(() => lots.value.filter((l) => values.with[l.code]));
const wrong = (code: string): string | undefined => {
  const i = chosen.value.findIndex((l) => l.code === code);
  return form.errors[`parts[${String(i)}].seeds`] ?? form.errors[`parts[${String(i)}].lotCode`];
};

const look = ref<MixLook | null>(null);
/** Why it cannot be looked at; said when it is sent, too. */
const cannot = ref<string | null>(null);
let asked = 0;
const ask = useDebounceFn(async () => {
  const mine = ++asked;
  if (chosen.value.length < 2) {
    look.value = null;
    cannot.value = null;
    return;
  }
  try {
    const parts = chosen.value.map((l) => ({ lotCode: l.code, seeds: Number(values.seeds[l.code] ?? l.balance) }));
    const answer = await act(lotsApi.mixLook, {}, { parts, mixedOn: values.mixedOn });
    if (mine !== asked) return;
    look.value = answer;
    cannot.value = null;
  } catch (error) {
    if (mine !== asked) return;
    look.value = null;
    cannot.value = (error as Error).message;
  }
}, 250);
watch([chosen, () => JSON.stringify(values.seeds), () => values.mixedOn], () => void ask(), { immediate: true });

const leave = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await router.push(`/lots/${answer.code}`);
}
</script>

<template>
  <SheetProblem v-if="sheet.problem.value" :problem="sheet.problem.value" what="lot" />
  <FormFrame
    v-else-if="variety"
    title="Mix lots"
    :about="`${variety.variety.name}: several growers or years become one lot, with all of them for its parents.`"
    action="Mix them"
    :disabled="chosen.length < 2"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <p v-if="lots.length < 2" class="quiet">There is no other lot of it to mix with.</p>
    <ul v-else class="plain lots">
      <li v-for="l in lots" :key="l.code">
        <label class="which">
          <Checkbox v-model="values.with[l.code]" binary :disabled="l.code === code" />
          <span
            ><span class="code">{{ l.code }}</span> {{ l.year ?? 'no year' }}, {{ l.source
            }}<span class="quiet small block"
              >{{ plural(l.balance, 'seed') }}{{ l.median === null ? '' : `, ${percent(l.median)} alive` }}</span
            ></span
          >
        </label>
        <span v-if="values.with[l.code]" class="much">
          <InputText
            :model-value="values.seeds[l.code] ?? String(l.balance)"
            inputmode="numeric"
            :aria-label="`Seeds of ${l.code}`"
            :invalid="wrong(l.code) !== undefined"
            @update:model-value="values.seeds[l.code] = $event ?? ''"
          />
          <span class="quiet small">seeds</span>
        </span>
        <p v-if="values.with[l.code] && wrong(l.code)" class="error" role="alert">{{ wrong(l.code) }}</p>
      </li>
    </ul>
    <section v-if="look" class="look" aria-label="What comes of it" role="status">
      <table class="plain-table">
        <thead>
          <tr>
            <th scope="col"></th>
            <th scope="col">alive</th>
            <th scope="col">true to type</th>
            <th scope="col">of the variety</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in look.parts" :key="p.code">
            <th scope="row" class="code">{{ p.code }}</th>
            <td>{{ percent(p.alive) }}</td>
            <td>{{ p.trueMean === null ? '' : truthWords(p.trueMean).replace(' will be something else', ' something else') }}</td>
            <td>{{ percent(p.kept) }}</td>
          </tr>
          <tr class="all">
            <th scope="row">mixed, {{ plural(look.seeds, 'seed') }}</th>
            <td>{{ percent(look.alive) }}</td>
            <td>{{ look.trueMean === null ? '' : truthWords(look.trueMean).replace(' will be something else', ' something else') }}</td>
            <td>{{ percent(look.kept) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="w in look.words" :key="w">{{ w }}</p>
    </section>
    <p v-else-if="cannot" class="error" role="alert">{{ cannot }}</p>
    <FieldDay id="mixed" v-model="values.mixedOn" class="half" label="Mixed on" :max="session.today" :error="form.errors.mixedOn" />
    <FieldPlace id="place" v-model="values.placeId" class="half" :error="form.errors.placeId" />
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
  <OpeningNote v-else :what="code" />
</template>

<style scoped>
.lots li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 10px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.which {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  cursor: pointer;
}
.block {
  display: block;
}
.much {
  display: flex;
  gap: 6px;
  align-items: center;
}
.much :deep(.p-inputtext) {
  width: 92px;
}
.error {
  grid-column: 1 / -1;
  color: var(--act);
  font-weight: 600;
}
.look {
  display: grid;
  gap: 6px;
  border-left: 5px solid var(--action);
  background: var(--action-soft);
  padding: 10px 14px;
}
.all th,
.all td {
  font-weight: 600;
  border-top: 1px solid var(--action-line);
}
</style>
