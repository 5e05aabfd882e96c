<script setup lang="ts">
import { type Practised, PRACTISED, PRACTISED_WORDS, type Spot } from '@esprel/core';
import { gardensApi, membersApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldFind from '../fields/FieldFind.vue';
import { findMembers, type FoundMember } from '../fields/finders.ts';
import FieldSpot from '../fields/FieldSpot.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldOneInTen from '../fields/FieldOneInTen.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FieldYearDay from '../fields/FieldYearDay.vue';
import { useTypedWarmth } from '../fields/useTypedWarmth.ts';
import FormFrame from '../fields/FormFrame.vue';

/** A garden of the library or of a member: some days off the library, or with frosts of its own. */
const props = defineProps<{ id?: string }>();
const route = useRoute();
const router = useRouter();
const { data } = useRead(gardensApi.list, () => ({}));
const { unit, warmthText, celsiusTyped } = useTypedWarmth();
const garden = computed(() => data.value?.gardens.find((g) => String(g.id) === props.id) ?? null);

const form = useForm({
  name: null,
  initial: () => ({
    version: 0,
    name: '',
    member: null as FoundMember | string | null,
    hemisphere: 'north' as 'north' | 'south',
    how: 'shift' as 'shift' | 'own',
    shift: '0',
    last: '',
    lastSd: '10',
    first: '',
    firstSd: '12',
    winter: '',
    spot: null as Spot | null,
    roomPlants: '',
    mostVarieties: '',
    cages: '',
    practised: null as Practised | null,
    note: '',
  }),
  body: (v) => {
    const own = v.how === 'own';
    const n = gather({
      shiftDays: () => (own ? null : numberOf('shiftDays', v.shift)),
      lastFrostSdDays: () => (own ? numberOf('lastFrostSdDays', v.lastSd) : null),
      firstFrostSdDays: () => (own ? numberOf('firstFrostSdDays', v.firstSd) : null),
      winterMinC: () => celsiusTyped(numberOf('winterMinC', v.winter)),
      roomPlants: () => numberOf('roomPlants', v.roomPlants),
      mostVarieties: () => numberOf('mostVarieties', v.mostVarieties),
      cages: () => numberOf('cages', v.cages),
    });
    return {
      name: v.name,
      memberId: typeof v.member === 'object' && v.member !== null ? v.member.id : null,
      hemisphere: v.hemisphere,
      ...n,
      eastM: v.spot?.eastM ?? null,
      northM: v.spot?.northM ?? null,
      practised: v.practised,
      lastFrost: own ? v.last.trim() : null,
      firstFrost: own ? v.first.trim() : null,
      note: v.note.trim() || null,
      ...(props.id === undefined ? {} : { version: v.version }),
    };
  },
  of: props.id === undefined ? gardensApi.add : gardensApi.edit,
  asked: () => ({ id: props.id ?? '' }),
});
// From a patch that is not on the plan: it is for whoever grows it.
const { member: whose } = route.query;
if (props.id === undefined && typeof whose === 'string') {
  void readOnce(membersApi.sheet, { id: whose })
    .then(({ member: { id, name } }) => {
      form.values.member ??= { id, name };
      if (form.values.name === '') form.values.name = `${name}’s garden`;
    })
    .catch(() => undefined);
}
watch(garden, (g) => {
  // Filled once: a change by somebody else meanwhile is a conflict that the server tells of.
  if (!g || form.values.version !== 0) return;
  form.reset({
    version: g.version,
    name: g.name,
    member: g.memberId === null ? null : { id: g.memberId, name: g.member ?? '' },
    hemisphere: g.hemisphere,
    how: g.shiftDays === null ? 'own' : 'shift',
    shift: String(g.shiftDays ?? 0),
    last: g.frost.last,
    lastSd: String(g.frost.lastSdDays),
    first: g.frost.first,
    firstSd: String(g.frost.firstSdDays),
    winter: warmthText(g.ownWinterMinC),
    spot: g.spot,
    roomPlants: String(g.roomPlants ?? ''),
    mostVarieties: String(g.mostVarieties ?? ''),
    cages: g.cages === 0 ? '' : String(g.cages),
    practised: g.practised,
    note: g.note ?? '',
  });
});
const back = (): void => void router.push(`/sowing/frost/${props.id ?? 'library'}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/sowing/frost/${String(answer.id)}`);
}
</script>

<template>
  <section v-if="id === undefined || garden" class="form-page" aria-label="Garden">
    <FormFrame
      :title="id === undefined ? 'A garden' : 'Change the garden'"
      about="Windows of sowing count from its last frost. A coarse place is enough: no address is asked."
      :action="id === undefined ? 'Add the garden' : 'Write it down'"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="back"
    >
      <FieldText id="name" v-model="form.values.name" class="half" label="Name" :error="form.errors.name" />
      <FieldFind
        id="member"
        v-model="form.values.member"
        class="half"
        label="Whose"
        optional
        placeholder="the library’s own"
        nothing="No member is called that."
        :search="findMembers"
        :words="(m: FoundMember) => m.name"
        :detail="(m: FoundMember) => m.place ?? ''"
        :error="form.errors.memberId"
      />
      <FieldChoice
        id="how"
        v-model="form.values.how"
        label="Its frosts"
        :options="[
          { value: 'shift', label: 'some days off the library' },
          { value: 'own', label: 'of its own' },
        ]"
      />
      <FieldText
        v-if="form.values.how === 'shift'"
        id="shift"
        v-model="form.values.shift"
        class="half"
        label="Days later than the library"
        numeric
        hint="below zero: earlier"
        :error="form.errors.shiftDays"
      />
      <template v-else>
        <FieldYearDay id="last" v-model="form.values.last" class="third" label="Usual last frost" :error="form.errors.lastFrost" />
        <FieldText
          id="last-sd"
          v-model="form.values.lastSd"
          class="third"
          label="Spread"
          numeric
          unit="days"
          :error="form.errors.lastFrostSdDays"
        />
        <FieldOneInTen id="one-in-ten" v-model="form.values.lastSd" class="third" :last-frost="form.values.last" />
        <FieldChoice
          id="hemisphere"
          v-model="form.values.hemisphere"
          class="third"
          label="Half of the world"
          :options="[
            { value: 'north', label: 'north' },
            { value: 'south', label: 'south' },
          ]"
        />
        <FieldYearDay id="first" v-model="form.values.first" class="third" label="Usual first frost" :error="form.errors.firstFrost" />
        <FieldText
          id="first-sd"
          v-model="form.values.firstSd"
          class="third"
          label="Spread"
          numeric
          unit="days"
          :error="form.errors.firstFrostSdDays"
        />
      </template>
      <FieldText
        id="winter"
        v-model="form.values.winter"
        class="half"
        label="Winters go down to"
        optional
        numeric
        :unit="`°${unit}`"
        :hint="form.values.how === 'shift' ? 'empty: as the library’s' : 'usually; it says what may be sown in autumn'"
        :error="form.errors.winterMinC"
      />
      <FieldSpot
        id="spot"
        v-model="form.values.spot"
        label="On the plan, from the library"
        optional
        :error="form.errors.eastM ?? form.errors.northM"
      />
      <FieldText
        id="room-plants"
        v-model="form.values.roomPlants"
        class="third"
        label="Room for seed"
        optional
        numeric
        unit="plants"
        :error="form.errors.roomPlants"
      />
      <FieldText
        id="most-varieties"
        v-model="form.values.mostVarieties"
        class="third"
        label="Varieties at most"
        optional
        numeric
        :error="form.errors.mostVarieties"
      />
      <FieldText id="cages" v-model="form.values.cages" class="third" label="Cages" optional numeric :error="form.errors.cages" />
      <FieldSelect
        id="practised"
        v-model="form.values.practised"
        label="Whoever grows there"
        optional
        :options="PRACTISED.map((p) => ({ value: p, label: PRACTISED_WORDS[p] }))"
        placeholder="nobody asked yet"
        :error="form.errors.practised"
      />
      <FieldNote id="note" v-model="form.values.note" label="Note" optional :error="form.errors.note" />
    </FormFrame>
  </section>
  <p v-else-if="data" class="empty" role="alert">There is no such garden; a step that is taken back takes its garden along.</p>
</template>
