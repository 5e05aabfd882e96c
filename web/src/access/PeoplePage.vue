<script setup lang="ts">
import { ROLE_WORDS, type Role, ROLES } from '@esprel/core';
import { peopleApi, type Person } from '@esprel/core/api';
import Button from 'primevue/button';
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import { computed, ref } from 'vue';
import { useAccess } from '../base/access.ts';
import { act } from '../base/calls.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import QuickSelect from '../fields/QuickSelect.vue';
import FirstCoordinator from './FirstCoordinator.vue';
import PassphraseForm from './PassphraseForm.vue';

/** Who works at the desk, what they may do, and how they get in. */
const access = useAccess();
const changes = useChanges();
const format = useFormat();
const { data, problem, reload } = useRead(peopleApi.list, () => ({}));
const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: ROLE_WORDS[value].words }));

/** Whose passphrase is given just now. */
const giving = ref<number | null>(null);
const given = ref<string | null>(null);
const person = computed(() => data.value?.people.find((p) => p.id === giving.value) ?? null);

const form = useForm({
  name: 'person',
  initial: () => ({ name: '', role: 'volunteer' as Role }),
  of: peopleApi.add,
  body: (v) => ({ name: v.name.trim(), role: v.role }),
});
async function add(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  if (!access.open) giving.value = answer.id;
}

const makeRole = (p: Person, role: Role): void =>
  void changes.make(peopleApi.edit, { id: p.id }, { name: p.name, role, version: p.version });
const remove = (p: Person): void => void changes.make(peopleApi.remove, { id: p.id }, { version: p.version });

const wrong = ref<string | null>(null);
async function signOut(p: Person): Promise<void> {
  wrong.value = null;
  try {
    await act(peopleApi.signOut, { id: p.id }, {});
    await reload();
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
async function gave(name: string): Promise<void> {
  giving.value = null;
  given.value = `${name} has a new passphrase. Tell it to nobody else.`;
  await reload();
}
</script>

<template>
  <div class="people-page scrolls" tabindex="-1">
    <h1>People</h1>
    <FirstCoordinator v-if="access.open" />
    <p v-else>
      Who works at the desk, and what they may do. A volunteer needs no passphrase where a coordinator unlocks the desk for the day: press
      your name at the top right for that.
    </p>
    <DeskMessage v-if="problem ?? wrong" kind="problem">{{ wrong ?? problem?.message }}</DeskMessage>
    <DataTable v-if="data && data.people.length > 0" :value="[...data.people]" data-key="id" class="table">
      <Column field="name" header="Name">
        <template #body="{ data: p }"
          ><strong>{{ p.name }}</strong></template
        >
      </Column>
      <Column header="May work as">
        <template #body="{ data: p }">
          <QuickSelect
            :model-value="p.role"
            :label="`${p.name} may work as`"
            :options="ROLE_OPTIONS"
            @update:model-value="makeRole(p as Person, $event)"
          />
        </template>
      </Column>
      <Column header="Passphrase">
        <template #body="{ data: p }">{{ p.passphraseSetOn === null ? 'none' : `since ${format.day(p.passphraseSetOn)}` }}</template>
      </Column>
      <Column header="Signed in">
        <template #body="{ data: p }">
          <template v-if="p.signIns > 0">{{ p.signIns === 1 ? 'in one place' : `in ${p.signIns} places` }}</template>
          <span v-else class="quiet">nowhere</span>
        </template>
      </Column>
      <Column>
        <template #header><span class="unseen">What to do</span></template>
        <template #body="{ data: p }">
          <span class="row-of-buttons acts">
            <Button
              v-if="!access.open"
              size="small"
              severity="secondary"
              :label="p.passphraseSetOn === null ? 'Give a passphrase' : 'New passphrase'"
              :aria-label="`${p.passphraseSetOn === null ? 'Give a passphrase' : 'New passphrase'}: ${p.name}`"
              @click="((giving = p.id), (given = null))"
            />
            <Button
              v-if="p.passphraseSetOn !== null"
              size="small"
              severity="secondary"
              label="Sign out everywhere"
              :aria-label="`Sign out everywhere: ${p.name}`"
              @click="signOut(p as Person)"
            />
            <Button
              size="small"
              severity="secondary"
              variant="text"
              label="Take off"
              :aria-label="`Take off: ${p.name}`"
              @click="remove(p as Person)"
            />
          </span>
        </template>
      </Column>
    </DataTable>
    <p v-if="given" class="given" role="status">{{ given }}</p>
    <PassphraseForm v-if="person" :key="person.id" :person="person" @given="gave(person.name)" @leave="giving = null" />
    <form class="form-page add" novalidate @submit.prevent="add">
      <h2>Somebody new</h2>
      <FieldText id="person-name" v-model="form.values.name" label="Name" :error="form.errors.name" />
      <FieldChoice
        id="person-role"
        v-model="form.values.role"
        label="May work as"
        :options="ROLE_OPTIONS"
        :hint="`May do ${ROLE_WORDS[form.values.role].may}.`"
        :error="form.errors.role"
      />
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      <div class="row-of-buttons"><Button type="submit" label="Put on the list" :loading="form.sending" /></div>
    </form>
  </div>
</template>

<style scoped>
.people-page {
  height: 100%;
  padding: 22px 26px 30px;
  display: grid;
  gap: 16px;
  align-content: start;
}
.people-page > p {
  max-width: 74ch;
}
.acts {
  justify-content: flex-end;
}
.given {
  color: var(--good-deep);
  font-weight: 600;
}
.add {
  max-width: 560px;
  display: grid;
  gap: 14px;
}
</style>
