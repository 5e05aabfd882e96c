<script setup lang="ts">
import { ROLE_WORDS } from '@esprel/core';
import { peopleApi } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import { computed, ref, useTemplateRef } from 'vue';
import { useAccess } from '../base/access.ts';
import { useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';

const session = useSession();
const access = useAccess();
const picker = ref<InstanceType<typeof Popover> | null>(null);
const who = useTemplateRef<HTMLButtonElement>('who');
const open = ref(false);
const problem = ref<string | null>(null);

const form = useForm({
  name: null,
  initial: () => ({ name: '' }),
  of: peopleApi.add,
  body: (v) => ({ name: v.name }),
});

/** Signed in with a passphrase of their own, not at a desk of all. */
const own = computed(() => access.access?.state === 'signed-in' && access.access.deskUntil === null);
const person = computed(() => (access.open ? session.person : (access.access?.person ?? null)));
const until = computed(() =>
  access.access?.deskUntil == null
    ? ''
    : new Date(access.access.deskUntil).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }),
);

async function attempt(does: () => Promise<unknown>): Promise<void> {
  problem.value = null;
  try {
    await does();
    picker.value?.hide();
    // What closes keeps the cursor until it has faded: a key of the desk would still be typed into it.
    who.value?.focus();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
const sit = (id: number): Promise<void> =>
  attempt(async () => {
    if (access.open) session.personId = id;
    else await access.sit(id);
  });
async function add(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await session.load();
  await sit(answer.id);
}
const unlock = (): Promise<void> => attempt(() => access.unlock());
</script>

<template>
  <div class="desk">
    <button ref="who" type="button" class="who" :aria-expanded="open" aria-haspopup="dialog" @click="picker?.toggle($event)">
      <span class="quiet small">{{ own && access.coordinator ? 'coordinator' : 'at the desk' }}</span>
      <strong>{{ person?.name ?? 'choose your name' }}</strong>
    </button>
    <Popover ref="picker" :aria-label="own ? 'You' : 'Who is at the desk'" @show="open = true" @hide="open = false">
      <div class="people">
        <template v-if="own">
          <p>
            <strong>{{ person?.name }}</strong>
            <span class="quiet small block">You may do {{ ROLE_WORDS[access.coordinator ? 'coordinator' : 'volunteer'].may }}.</span>
          </p>
          <RouterLink class="choice" to="/account" @click="picker?.hide()">Passphrase, and where you are signed in</RouterLink>
          <template v-if="access.coordinator">
            <button type="button" class="choice" @click="unlock">Unlock this desk for the day</button>
            <p class="quiet small">You are signed out here; whoever works at it is chosen by name, as a volunteer.</p>
          </template>
          <Button label="Sign out" severity="secondary" @click="attempt(() => access.signOut())" />
        </template>
        <template v-else>
          <p class="quiet small">Who is at the desk? Every step is written down with a name.</p>
          <button
            v-for="p in session.session?.people ?? []"
            :key="p.id"
            type="button"
            class="choice"
            :aria-pressed="p.id === person?.id"
            @click="sit(p.id)"
          >
            {{ p.name }}
          </button>
          <form v-if="access.coordinator" class="add" novalidate @submit.prevent="add">
            <label for="new-person" class="small">Somebody new</label>
            <div class="row-of-buttons">
              <InputText id="new-person" v-model="form.values.name" autocomplete="off" :invalid="form.errors.name !== undefined" />
              <Button type="submit" label="Work here" severity="secondary" />
            </div>
            <p v-if="form.errors.name" class="error" role="alert">{{ form.errors.name }}</p>
          </form>
          <p v-if="access.open" class="quiet small add">
            Nobody has to sign in: whoever is at this computer may do everything.
            <RouterLink to="/library/people" @click="picker?.hide()">People</RouterLink>
          </p>
          <template v-else>
            <p class="quiet small add">This desk is unlocked until {{ until }}.</p>
            <Button label="Lock it" severity="secondary" @click="attempt(() => access.signOut())" />
          </template>
        </template>
        <p v-if="problem" class="error" role="alert">{{ problem }}</p>
      </div>
    </Popover>
  </div>
</template>

<style scoped>
.desk {
  position: relative;
  border-left: 1px solid var(--rule);
  padding-left: 18px;
}
.who {
  background: none;
  border: 0;
  text-align: left;
  display: grid;
  cursor: pointer;
  min-height: 40px;
  line-height: 1.25;
  padding: 0 4px;
  white-space: nowrap;
}
.who strong {
  font-weight: 600;
}
.people {
  width: 270px;
  display: grid;
  gap: 6px;
}
.choice {
  text-align: left;
  min-height: 40px;
  border: 1px solid var(--rule);
  background: var(--paper);
  padding: 8px 12px;
  cursor: pointer;
  color: var(--ink);
  text-decoration: none;
  line-height: 1.35;
}
.choice[aria-pressed='true'] {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
}
.block {
  display: block;
}
.add {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 4px;
}
.add .row-of-buttons :deep(.p-button) {
  flex: none;
}
.add .row-of-buttons {
  flex-wrap: nowrap;
}
.error {
  color: var(--act);
}
</style>
