<script setup lang="ts">
import { type PlaceKind, placesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { fromCelsius, toCelsius } from '../base/format.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { PLACE_KIND_OPTIONS } from './placeWords.ts';

/** A new place, or an old one put right. */
const props = defineProps<{ id?: string | undefined; within?: string | undefined }>();
const router = useRouter();
const session = useSession();
const { data: all } = useRead(placesApi.list, () => ({}));
const { data: old, problem } = useRead(placesApi.sheet, () => (props.id === undefined ? null : { id: props.id }));
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
const version = ref<number | null>(null);

const form = useForm({
  name: props.id === undefined ? 'place' : null,
  initial: () => ({
    name: '',
    kind: 'box' as PlaceKind,
    parentId: props.within === undefined ? null : Number(props.within),
    how: 'even' as 'even' | 'year' | 'day',
    temperature: '',
    warmest: '',
    coldest: '',
    rh: '',
    sealed: 'no' as 'yes' | 'no',
  }),
  body: (v) => {
    const celsius = (path: string, text: string): number | null => {
      const t = numberOf(path, text);
      return t === null ? null : toCelsius(t, unit.value);
    };
    const even = v.how === 'even';
    const n = gather({
      t: () => (even ? celsius('temperatureC', v.temperature) : null),
      warmest: () => (even ? null : celsius('warmestC', v.warmest)),
      coldest: () => (even ? null : celsius('coldestC', v.coldest)),
      rh: () => numberOf('rhPercent', v.rh),
    });
    return {
      name: v.name,
      kind: v.kind,
      parentId: v.parentId,
      temperatureC: n.t,
      warmestC: n.warmest,
      coldestC: n.coldest,
      swings: v.how === 'even' ? null : v.how,
      rhPercent: n.rh,
      sealed: v.sealed === 'yes',
      ...(version.value === null ? {} : { version: version.value }),
    };
  },
  of: props.id === undefined ? placesApi.add : placesApi.edit,
  asked: () => ({ id: props.id ?? '' }),
});
const { values } = form;
watch(
  old,
  (sheet) => {
    if (!sheet || version.value !== null) return;
    const p = sheet.place;
    version.value = p.version;
    Object.assign(values, {
      name: p.name,
      kind: p.kind,
      parentId: p.parentId,
      how: p.swings ?? 'even',
      temperature: p.temperatureC === null || p.swings !== null ? '' : String(fromCelsius(p.temperatureC, unit.value)),
      warmest: p.temperatureC === null || p.swings === null ? '' : String(fromCelsius(p.temperatureC + p.swingC, unit.value)),
      coldest: p.temperatureC === null || p.swings === null ? '' : String(fromCelsius(p.temperatureC - p.swingC, unit.value)),
      rh: p.rhPercent === null ? '' : String(p.rhPercent),
      sealed: p.sealed ? 'yes' : 'no',
    });
  },
  { immediate: true },
);
const parents = computed(() =>
  (all.value?.places ?? []).filter((p) => String(p.id) !== props.id).map((p) => ({ value: p.id, label: p.path })),
);
const hint = computed(() => (values.parentId === null ? undefined : 'left empty: as in what it stands in'));

async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await router.push(`/library/places/${String(answer.id)}`);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="place" />
  <FormFrame
    v-else-if="id === undefined || old"
    :title="id === undefined ? 'A new place' : 'Put the place right'"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="router.push(id === undefined ? '/library/places' : `/library/places/${id}`)"
  >
    <FieldText
      id="place-name"
      v-model="values.name"
      class="half"
      label="Name"
      placeholder="Drawer 3, hall cupboard"
      :error="form.errors.name"
    />
    <FieldSelect
      id="place-kind"
      v-model="values.kind"
      class="half"
      label="It is a"
      :options="PLACE_KIND_OPTIONS"
      :error="form.errors.kind"
    />
    <FieldSelect
      id="place-parent"
      v-model="values.parentId"
      label="Stands in"
      optional
      placeholder="nothing; it is a place of its own"
      :options="parents"
      :error="form.errors.parentId"
    />
    <FieldChoice
      id="place-how"
      v-model="values.how"
      label="Its warmth"
      :options="[
        { value: 'even', label: 'About the same all year' },
        { value: 'year', label: 'Swings over the year' },
        { value: 'day', label: 'Swings between day and night' },
      ]"
      hint="a shed that swings ages seed faster than one that is always at its mean"
    />
    <template v-if="values.how !== 'even'">
      <FieldText
        id="place-warmest"
        v-model="values.warmest"
        class="third"
        :label="values.how === 'year' ? 'Warmest month' : 'By day'"
        numeric
        :unit="`°${unit}`"
        :error="form.errors.warmestC"
      />
      <FieldText
        id="place-coldest"
        v-model="values.coldest"
        class="third"
        :label="values.how === 'year' ? 'Coldest month' : 'At night'"
        numeric
        :unit="`°${unit}`"
        :error="form.errors.coldestC"
      />
    </template>
    <FieldText
      v-else
      id="place-temp"
      v-model="values.temperature"
      class="third"
      label="Usual warmth"
      numeric
      :unit="`°${unit}`"
      :hint="hint"
      :error="form.errors.temperatureC"
    />
    <FieldText
      id="place-rh"
      v-model="values.rh"
      class="third"
      label="Humidity"
      numeric
      unit="%"
      :hint="values.sealed === 'yes' ? 'what the seed was dried to' : hint"
      :error="form.errors.rhPercent"
    />
    <FieldChoice
      id="place-sealed"
      v-model="values.sealed"
      class="third"
      label="Sealed"
      :options="[
        { value: 'no', label: 'No' },
        { value: 'yes', label: 'Yes' },
      ]"
    />
  </FormFrame>
</template>
