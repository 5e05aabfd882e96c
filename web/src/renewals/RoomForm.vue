<script setup lang="ts">
import type { Practised } from '@esprel/core';
import { type RenewalGardenShown, renewalsApi } from '@esprel/core/api';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import LineForm from './LineForm.vue';

/** What a garden has room for. */
const props = defineProps<{
  garden: RenewalGardenShown;
  practice: readonly { readonly value: Practised; readonly label: string }[];
}>();
const emit = defineEmits<{ done: [] }>();
const form = useForm({
  name: `room.${String(props.garden.id)}.${String(props.garden.version)}`,
  initial: () => ({
    room: props.garden.roomSaid ? String(props.garden.roomPlants) : '',
    most: props.garden.mostSaid ? String(props.garden.mostVarieties) : '',
    cages: String(props.garden.cages),
    practised: props.garden.practised,
  }),
  of: renewalsApi.room,
  asked: () => ({ id: props.garden.id }),
  body: (v) => ({
    ...gather({
      roomPlants: () => numberOf('roomPlants', v.room),
      mostVarieties: () => numberOf('mostVarieties', v.most),
      cages: () => numberOf('cages', v.cages),
    }),
    practised: v.practised,
    version: props.garden.version,
  }),
});
async function save(): Promise<void> {
  if (await form.send()) emit('done');
}
</script>

<template>
  <LineForm action="Write it down" :sending="form.sending" :problem="form.problem" @submit="save" @leave="emit('done')">
    <FieldText id="room-plants" v-model="form.values.room" label="Plants" numeric :error="form.errors.roomPlants" />
    <FieldText id="room-most" v-model="form.values.most" label="Varieties" numeric :error="form.errors.mostVarieties" />
    <FieldText id="room-cages" v-model="form.values.cages" label="Cages" numeric :error="form.errors.cages" />
    <FieldSelect
      id="room-practised"
      v-model="form.values.practised"
      class="whole"
      label="Whoever grows there"
      optional
      placeholder="nobody said"
      :options="practice"
      :error="form.errors.practised"
    />
  </LineForm>
</template>
