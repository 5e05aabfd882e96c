<script setup lang="ts">
import { peopleApi } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Popover from 'primevue/popover';
import { ref } from 'vue';
import { useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';

const session = useSession();
const picker = ref<InstanceType<typeof Popover> | null>(null);
const open = ref(false);

const form = useForm({
  name: null,
  initial: () => ({ name: '' }),
  of: peopleApi.add,
  body: (v) => ({ name: v.name }),
});

function sit(id: number): void {
  session.personId = id;
  picker.value?.hide();
}
async function add(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await session.load();
  sit(answer.id);
}
</script>

<template>
  <div class="desk">
    <button type="button" class="who" :aria-expanded="open" aria-haspopup="dialog" @click="picker?.toggle($event)">
      <span class="quiet small">at the desk</span>
      <strong>{{ session.person?.name ?? 'nobody yet' }}</strong>
    </button>
    <Popover ref="picker" aria-label="Who is at the desk" @show="open = true" @hide="open = false">
      <div class="people">
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
