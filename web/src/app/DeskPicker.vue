<script setup lang="ts">
import { personForm } from '@esprel/core';
import { onClickOutside } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { nextTick, ref } from 'vue';
import { useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';

const session = useSession();
const open = ref(false);
const root = ref<HTMLElement | null>(null);
const button = ref<HTMLButtonElement | null>(null);
onClickOutside(root, () => (open.value = false));

const form = useForm({
  name: null,
  initial: () => ({ name: '' }),
  schema: personForm,
  body: (v) => ({ name: v.name }),
  path: () => '/people',
});

function close(): void {
  open.value = false;
  button.value?.focus();
}
function sit(id: number): void {
  session.personId = id;
  close();
}
async function toggle(): Promise<void> {
  open.value = !open.value;
  await nextTick();
  root.value?.querySelector<HTMLElement>('.choice')?.focus();
}
async function add(): Promise<void> {
  const answer = await form.send<{ id: number }>();
  if (!answer) return;
  form.reset();
  await session.load();
  sit(answer.id);
}
</script>

<template>
  <div ref="root" class="desk" @keydown.esc.stop="close">
    <button ref="button" type="button" class="who" :aria-expanded="open" aria-haspopup="true" @click="toggle">
      <span class="quiet small">at the desk</span>
      <strong>{{ session.person?.name ?? 'nobody yet' }}</strong>
    </button>
    <div v-if="open" class="people">
      <p class="quiet small">Who is at the desk? Every step is written down with a name.</p>
      <button
        v-for="p in session.session?.people ?? []"
        :key="p.id"
        type="button"
        class="choice"
        :aria-pressed="p.id === session.personId"
        @click="sit(p.id)"
      >
        {{ p.name }}
      </button>
      <form class="add" novalidate @submit.prevent="add">
        <label for="new-person" class="small">Somebody new</label>
        <div class="row-of-buttons">
          <InputText id="new-person" v-model="form.values.name" autocomplete="off" :invalid="form.errors.name !== undefined" />
          <Button type="submit" label="Sit down" severity="secondary" />
        </div>
        <p v-if="form.errors.name" class="error" role="alert">{{ form.errors.name }}</p>
      </form>
    </div>
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
  position: absolute;
  right: 0;
  top: calc(100% + 8px);
  width: 290px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  box-shadow: 0 8px 22px rgb(50 40 20 / 18%);
  padding: 14px;
  z-index: 20;
  display: grid;
  gap: 6px;
}
.choice {
  text-align: left;
  min-height: 40px;
  border: 1px solid var(--rule);
  background: var(--paper);
  padding: 0 12px;
  cursor: pointer;
}
.choice[aria-pressed='true'] {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
}
.add {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 4px;
}
.add .row-of-buttons {
  flex-wrap: nowrap;
}
.error {
  color: var(--act);
}
</style>
