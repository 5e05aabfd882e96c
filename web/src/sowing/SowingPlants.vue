<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { capital, PLANT_KINDS, PLANT_WORDS, type PlantKind, plural } from '@esprel/core';
import { sowingsApi, type SowingSheetData } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, watch } from 'vue';
import { useChanges } from '../base/changes.ts';
import { numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldFind from '../fields/FieldFind.vue';
import { findMembers, type FoundMember } from '../fields/finders.ts';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';

/** The plants of a sowing after they came up: how many stand, what is kept, given and sold, and what is to spare. */
const props = defineProps<{ sheet: SowingSheetData; up: number }>();
const changes = useChanges();
const session = useSession();
const format = useFormat();
const plants = computed(() => props.sheet.plants);
/** Pricking out is counted first; afterwards the next thing is usually a plant that goes. */
const usual = computed<PlantKind>(() => (plants.value.counts.length === 0 ? 'pricked-out' : 'given'));
const form = useForm({
  name: null,
  initial: () => ({ kind: usual.value, plants: '', onDay: session.today, member: null as FoundMember | string | null, note: '' }),
  of: sowingsApi.countPlants,
  body: (v) => ({
    version: props.sheet.sowing.version,
    kind: v.kind,
    plants: numberOf('plants', v.plants) ?? undefined,
    onDay: v.onDay,
    memberId: v.kind === 'given' && v.member !== null && typeof v.member === 'object' ? v.member.id : null,
    note: v.note.trim() || null,
  }),
  asked: () => ({ id: props.sheet.sowing.id }),
});
useTodayWhenEmpty(form.values, 'onDay');
watch(
  () => props.sheet.sowing.id,
  () => form.reset(),
);
const summary = computed(() => {
  const p = plants.value;
  const gone = (['planted-out', 'given', 'sold', 'lost'] as const)
    .filter((k) => p.gone[k] > 0)
    .map((k) => `${String(p.gone[k])} ${k === 'given' ? 'given' : PLANT_WORDS[k]}`);
  return gone.length === 0 ? '' : `${capital(gone.join(', '))}.`;
});
async function save(): Promise<void> {
  if (await form.send()) form.reset();
}
const forget = ({ id, version }: SowingSheetData['plants']['counts'][number]): void =>
  void changes.make(sowingsApi.removePlants, { id }, { version });
</script>

<template>
  <section class="block" aria-label="Plants">
    <h2>Plants</h2>
    <p v-if="plants.counts.length === 0" class="quiet">
      {{ plural(up, 'seedling') }} came up. Count the plants when they are pricked out or potted on; what stands, what is kept and what is
      to spare for a sale follows from it.
    </p>
    <template v-else>
      <p class="numbers big">
        <strong>{{ plants.standing }}</strong> {{ plants.standing === 1 ? 'stands' : 'stand' }}, {{ plants.kept }} kept for ourselves,
        <strong>{{ plants.spare }}</strong> to spare
      </p>
      <p v-if="summary" class="quiet">{{ summary }}</p>
      <table class="plain-table numbers">
        <tbody>
          <tr v-for="c in plants.counts" :key="c.id">
            <td>{{ format.day(c.onDay) }}</td>
            <td>
              {{ c.plants }} {{ c.kind === 'given' && c.member ? 'given to' : PLANT_WORDS[c.kind] }}
              <RouterLink v-if="c.memberId !== null" :to="`/members/${c.memberId}`">{{ c.member }}</RouterLink>
              <span v-if="c.note" class="quiet">, {{ c.note }}</span>
            </td>
            <td class="right">
              <Button
                size="small"
                severity="secondary"
                label="Not so"
                :aria-label="`Not so: ${c.plants} ${PLANT_WORDS[c.kind]} on ${format.day(c.onDay)}`"
                @click="forget(c)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <form novalidate @submit.prevent="save">
      <FieldText
        id="plants-count"
        v-model="form.values.plants"
        label="Plants"
        numeric
        :hint="form.values.kind === 'kept' ? 'of those that stand' : undefined"
        :error="form.errors.plants"
      />
      <FieldSelect
        id="plants-kind"
        v-model="form.values.kind"
        label="What became of them"
        :options="PLANT_KINDS.map((k) => ({ value: k, label: PLANT_WORDS[k] }))"
        :error="form.errors.kind"
      />
      <FieldDay id="plants-on" v-model="form.values.onDay" label="On" :max="session.today" :error="form.errors.onDay" />
      <FieldFind
        v-if="form.values.kind === 'given'"
        id="plants-member"
        v-model="form.values.member"
        class="two"
        label="To whom"
        optional
        nothing="No member is called that; leave it empty for anybody else."
        :search="findMembers"
        :words="(m: FoundMember) => m.name"
        :error="form.errors.memberId"
      />
      <FieldText
        id="plants-note"
        v-model="form.values.note"
        label="Note"
        optional
        placeholder="three-inch pots"
        :error="form.errors.note"
      />
      <DeskMessage v-if="form.problem" kind="problem" class="whole">{{ form.problem.message }}</DeskMessage>
      <div class="whole row-of-buttons">
        <Button type="submit" severity="secondary" :disabled="form.sending" label="Write the plants down" />
        <RouterLink v-if="plants.counts.length > 0" to="/sowing/plants">All plants to spare</RouterLink>
      </div>
    </form>
  </section>
</template>

<style scoped>
.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
h2 {
  font-size: 17px;
}
.big strong {
  font-size: 20px;
  font-weight: 600;
}
form {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 140px;
  gap: 12px;
}
.two {
  grid-column: span 2;
}
td {
  vertical-align: middle;
}
.whole {
  grid-column: 1 / -1;
}
.row-of-buttons {
  align-items: center;
}
@media (max-width: 620px) {
  form {
    grid-template-columns: 1fr;
  }
  .two {
    grid-column: auto;
  }
}
</style>
