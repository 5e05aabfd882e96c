<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import { type Crop, CROP_FIGURES, type FigureValue, OWN_FIGURES, type OwnFigure } from '@esprel/core';
import { cropsApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { gather, useForm } from '../base/useForm.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findCrops } from '../fields/finders.ts';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import FigureInput from './FigureInput.vue';
import { type FigureText, figureText, figureValue } from './figureText.ts';

/** A crop that the reference does not have: begun from the most similar one, with every figure of it there to be changed. */
const props = defineProps<{ crop?: string | undefined }>();
const route = useRoute();
const router = useRouter();
const { data: old } = useRead(cropsApi.sheet, () => (props.crop === undefined ? null : { key: props.crop }));

/** The lending line is set where lots are judged, not by the plant. */
const GROUPS = Object.entries(CROP_FIGURES).map(([name, figures]) => ({
  name,
  fields: (Object.keys(figures) as OwnFigure[]).filter((f) => f !== 'lendingThreshold'),
}));
const FIELDS = GROUPS.flatMap((g) => g.fields);
const base = ref<Crop | null>(null);
const figures = reactive<Partial<Record<OwnFigure, FigureText>>>({});

const form = useForm({
  name: null,
  initial: () => ({ version: 0, from: null as Crop | string | null, name: '', scientific: '', family: '', names: '', letters: '' }),
  body: (v) => {
    // Only what differs from where it began: the rest is what that crop has.
    const changed = gather(
      Object.fromEntries(FIELDS.map((f) => [f, () => figureValue(f, figures[f] ?? '', `figures.${f}`)])) as Record<
        string,
        () => FigureValue
      >,
    );
    const from = base.value as Record<string, unknown> | null;
    const differs = Object.entries(changed).filter(([f, value]) => JSON.stringify(value) !== JSON.stringify(from?.[f] ?? null));
    return {
      name: v.name,
      scientific: v.scientific,
      family: v.family.trim() || null,
      names: v.names
        .split(/[,;\n]/)
        .map((n) => n.trim())
        .filter((n) => n !== ''),
      letters: v.letters.trim() || null,
      fromKey: old.value?.ownCrop?.fromKey ?? (typeof v.from === 'object' ? (v.from?.key ?? '') : ''),
      figures: Object.fromEntries(differs),
      ...(props.crop === undefined ? {} : { version: v.version }),
    };
  },
  of: props.crop === undefined ? cropsApi.add : cropsApi.edit,
  asked: () => ({ key: props.crop ?? '' }),
});
const { values } = form;

function begin(crop: Crop): void {
  base.value = crop;
  for (const f of FIELDS) figures[f] = figureText(crop, f);
  if (values.family === '') values.family = crop.family;
}
async function chooseFrom(c: Crop): Promise<void> {
  begin((await readOnce(cropsApi.sheet, { key: c.key })).reference);
}
watch(
  old,
  (o) => {
    if (!o?.ownCrop || values.version !== 0) return;
    Object.assign(values, {
      version: o.ownCrop.version,
      name: o.reference.name,
      scientific: o.reference.scientific,
      family: o.reference.family,
      names: o.ownCrop.names.join(', '),
      letters: o.reference.letters,
    });
    begin(o.reference);
  },
  { immediate: true },
);
const wanted = typeof route.query.from === 'string' ? route.query.from : '';
if (props.crop === undefined && wanted !== '') {
  void readOnce(cropsApi.sheet, { key: wanted })
    .then(({ reference }) => {
      // Whoever was faster has chosen already.
      if (values.from !== null) return;
      values.from = reference;
      begin(reference);
    })
    .catch(() => undefined);
}
const errorOf = (field: OwnFigure): string | undefined => form.errors[`figures.${field}`];
const wide = (field: OwnFigure): boolean => OWN_FIGURES[field].kind === 'flags';

async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/library/crops/${answer.key}`);
}
const back = (): void => void router.push(props.crop === undefined ? '/library/crops' : `/library/crops/${props.crop}`);
</script>

<template>
  <div class="paper">
    <FormFrame
      v-if="crop === undefined || old"
      :title="crop === undefined ? 'A crop of our own' : 'Change the crop'"
      about="Begin from the crop that is most like it: all its figures are taken over, and you change those you know better."
      :action="crop === undefined ? 'Add the crop' : 'Save'"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="back"
    >
      <FieldFind
        v-if="crop === undefined"
        id="from"
        v-model="values.from"
        label="Most like it"
        placeholder="a crop of the same kind, by any of its names"
        :search="findCrops"
        :words="(c) => c.name"
        :detail="(c) => c.scientific"
        nothing="No such crop; try another of its names."
        :error="form.errors.fromKey"
        @choose="chooseFrom"
      />
      <FieldText id="crop-name" v-model="values.name" class="half" label="Name" :error="form.errors.name" />
      <FieldText
        id="crop-scientific"
        v-model="values.scientific"
        class="half"
        label="Scientific name, or the genus"
        :error="form.errors.scientific"
      />
      <FieldText id="crop-family" v-model="values.family" class="half" label="Family" optional :error="form.errors.family" />
      <FieldText
        id="crop-letters"
        v-model="values.letters"
        class="half"
        label="Letters of its codes"
        optional
        placeholder="two free ones are chosen"
        :error="form.errors.letters"
      />
      <FieldText
        id="crop-names"
        v-model="values.names"
        label="Other names"
        optional
        hint="with commas between; it is found by each of them"
        :error="form.errors.names"
      />
      <template v-if="base">
        <template v-for="g in GROUPS" :key="g.name">
          <h2>{{ g.name }}</h2>
          <FigureInput
            v-for="f in g.fields"
            :key="f"
            :class="wide(f) ? '' : 'half'"
            :model-value="figures[f] ?? ''"
            :field="f"
            :error="errorOf(f)"
            @update:model-value="figures[f] = $event"
          />
        </template>
      </template>
      <p v-else class="empty">Choose the most similar crop above; its figures then stand here.</p>
    </FormFrame>
    <OpeningNote v-else />
  </div>
</template>

<style scoped>
.paper {
  max-width: 780px;
  height: 100%;
}
h2 {
  font-size: 17px;
  padding-top: 8px;
  border-top: 1px dashed var(--rule);
}
</style>
