<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { seasonApi } from '@esprel/core/api';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useTable } from '../base/table.ts';
import { numberOf, useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

/** A plan for every lot on the table, each in its usual way, in the middle of its window. */
const router = useRouter();
const table = useTable();
const form = useForm({
  name: null,
  initial: () => ({ plants: '12', purpose: 'beds' as 'beds' | 'sale' }),
  of: seasonApi.planMany,
  body: (v) => ({ lotCodes: table.codes, plants: numberOf('plants', v.plants) ?? undefined, purpose: v.purpose }),
});
const wrongLots = computed(() =>
  Object.entries(form.errors)
    .filter(([path]) => path.startsWith('lotCodes'))
    .map(([, message]) => message),
);
async function save(): Promise<void> {
  const codes = [...table.codes];
  if (!(await form.send())) return;
  table.putBack(...codes);
  await router.push('/sowing/season');
}
</script>

<template>
  <section class="form-page" aria-label="Plan what is on the table">
    <FormFrame
      title="Plan what is on the table"
      :about="
        table.count === 0
          ? 'Nothing lies on the table. Pull lots out with T.'
          : `${plural(table.count, 'lot')}, each in its usual way and in the middle of its window. Every lane can be changed afterwards.`
      "
      action="Plan them"
      :sending="form.sending"
      :problem="form.problem"
      :disabled="table.count === 0"
      @submit="save"
      @leave="router.push('/sowing/season')"
    >
      <ul class="plain lots">
        <li v-for="lot in table.lots" :key="lot.code">
          <span class="code">{{ lot.code }}</span> <strong>{{ lot.variety }}</strong>
          <span class="quiet">{{ lot.crop }}, {{ plural(lot.balance, 'seed') }}</span>
        </li>
      </ul>
      <DeskMessage v-for="w in wrongLots" :key="w" kind="problem">{{ w }}</DeskMessage>
      <FieldText
        id="plants"
        v-model="form.values.plants"
        class="third"
        label="Plants of each"
        numeric
        :error="form.errors.plants ?? form.errors.cells"
      />
      <FieldChoice
        id="purpose"
        v-model="form.values.purpose"
        class="two-thirds"
        label="For"
        :options="[
          { value: 'beds', label: 'the library’s beds' },
          { value: 'sale', label: 'the plant sale' },
        ]"
      />
    </FormFrame>
  </section>
</template>

<style scoped>
.lots li {
  min-height: 34px;
  border-bottom: 1px solid var(--band);
  display: flex;
  gap: 10px;
  align-items: center;
}
strong {
  font-weight: 600;
}
</style>
