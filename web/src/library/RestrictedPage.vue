<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { type Crop, plural, type RestrictionRule } from '@esprel/core';
import { cropsApi, restrictedApi, type RestrictedEntry, type UndecidedCrop } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { useChanges } from '../base/changes.ts';
import { useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldFind from '../fields/FieldFind.vue';
import { findCrops } from '../fields/finders.ts';
import FieldText from '../fields/FieldText.vue';

const changes = useChanges();
const RULES: Readonly<Record<RestrictionRule, string>> = { 'may-lend': 'may be lent here', warn: 'warn', 'do-not-lend': 'never lend' };
const { data } = useRead(restrictedApi.list, () => ({}));
const form = useForm({
  name: 'restricted',
  initial: () => ({
    by: 'name' as 'name' | 'crop',
    name: '',
    crop: null as Crop | string | null,
    rule: 'warn' as RestrictionRule,
    why: '',
  }),
  of: restrictedApi.add,
  body: (v) => ({
    cropKey: v.by === 'crop' && typeof v.crop === 'object' ? (v.crop?.key ?? null) : null,
    name: v.by === 'name' ? v.name.trim() || null : null,
    rule: v.rule,
    why: v.why,
  }),
});
const { values } = form;
async function save(): Promise<void> {
  if (await form.send()) form.reset();
}
/** Fills the form below for a crop that waits for a decision. */
async function decide(u: UndecidedCrop): Promise<void> {
  const { crop } = await readOnce(cropsApi.sheet, { key: u.key });
  Object.assign(values, { by: 'crop', crop, rule: 'may-lend' });
  document.getElementById('restricted-why')?.focus();
}
function remove({ id, version }: RestrictedEntry): void {
  void changes.make(restrictedApi.remove, { id }, { version });
}
</script>

<template>
  <div class="restricted scrolls" tabindex="-1">
    <h1>Restricted plants</h1>
    <p>
      Some plants fall under rules where you are: invasive or noxious lists, plant health, protected varieties, narcotic law. Which ones is
      for you to find out, from the authorities and people who know; Esprel gives no legal advice. What stands here is said at intake, on
      the sheet, on the label and at lending.
    </p>
    <section v-if="(data?.undecided.length ?? 0) > 0" class="undecided" aria-label="To be decided">
      <h2>To be decided</h2>
      <p>
        The exchange of these is forbidden in some places, so they are not lent until somebody here says that they may be. Find out first;
        then say it below, with the reason.
      </p>
      <ul class="plain">
        <li v-for="u in data?.undecided ?? []" :key="u.key" class="row-of-buttons">
          <strong>{{ u.name }}</strong> <span class="quiet">{{ plural(u.lots, 'lot') }}</span>
          <Button size="small" severity="secondary" label="Decide" :aria-label="`Decide about ${u.name}`" @click="decide(u)" />
        </li>
      </ul>
    </section>
    <p v-if="data && data.restricted.length === 0" class="empty"><strong>The list is empty.</strong> Put the first plant on it below.</p>
    <table v-else class="plain-table">
      <thead>
        <tr>
          <th scope="col">Plant</th>
          <th scope="col">Rule</th>
          <th scope="col">Why</th>
          <th scope="col"><span class="unseen">Take off</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in data?.restricted ?? []" :key="r.id">
          <td>
            <strong>{{ r.crop ?? r.name }}</strong> <span class="quiet">{{ r.crop ? 'the whole crop' : 'by name' }}</span>
          </td>
          <td>{{ RULES[r.rule] }}</td>
          <td>{{ r.why }}</td>
          <td class="right">
            <Button size="small" severity="secondary" label="Take off" :aria-label="`Take ${r.crop ?? r.name} off`" @click="remove(r)" />
          </td>
        </tr>
      </tbody>
    </table>
    <form novalidate @submit.prevent="save">
      <h2>Put a plant on the list</h2>
      <FieldChoice
        id="by"
        v-model="values.by"
        label="Which"
        :options="[
          { value: 'name', label: 'By a name' },
          { value: 'crop', label: 'A whole crop' },
        ]"
      />
      <FieldText
        v-if="values.by === 'name'"
        id="restricted-name"
        v-model="values.name"
        label="Name"
        hint="any lot whose variety, crop or scientific name holds it"
        :error="form.errors.name"
      />
      <FieldFind
        v-else
        id="restricted-crop"
        v-model="values.crop"
        label="Crop"
        :search="findCrops"
        :words="(c) => c.name"
        :detail="(c) => c.scientific"
        nothing="No such crop; try another of its names."
        :error="form.errors.cropKey ?? form.errors.name"
      />
      <FieldChoice
        id="rule"
        v-model="values.rule"
        label="Rule"
        :options="[
          ...(values.by === 'crop' ? [{ value: 'may-lend' as const, label: 'May be lent here' }] : []),
          { value: 'warn' as const, label: 'Warn' },
          { value: 'do-not-lend' as const, label: 'Never lend' },
        ]"
        :error="form.errors.rule"
      />
      <FieldText
        id="restricted-why"
        v-model="values.why"
        label="Why"
        placeholder="on the list of the county; ask before sowing"
        :error="form.errors.why"
      />
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      <div><Button type="submit" label="Put it on the list" :disabled="form.sending" /></div>
    </form>
  </div>
</template>

<style scoped>
.undecided {
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 10px 16px;
  display: grid;
  gap: 6px;
}
.restricted {
  height: 100%;
  padding: 22px 26px;
  display: grid;
  gap: 14px;
  align-content: start;
  max-width: 860px;
}
form {
  display: grid;
  gap: 12px;
  border-top: 1px solid var(--rule);
  padding-top: 14px;
}
strong {
  font-weight: 600;
}
</style>
