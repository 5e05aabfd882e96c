<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import { plural } from '@esprel/core';
import { useRoute, useRouter } from 'vue-router';
import ListAndSheet from '../base/ListAndSheet.vue';
import { useFetched } from '../base/useFetched.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import type { ListedMember } from '../answers/members.ts';

const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const q = ref('');
const soon = useDebounce(q, 120);
const { data, problem } = useFetched<{ members: ListedMember[]; next: string | null }>(
  () => `/members?limit=500&q=${encodeURIComponent(soon.value.slice(0, 100))}`,
);

function promise(m: ListedMember): string {
  if (m.nextDue === null) return '';
  return `${plural(m.promises, 'promise')}, ${format.due(m.nextDue)}`;
}
</script>

<template>
  <ListAndSheet :opened="route.path !== '/members'" label="Members">
    <div class="body">
      <div class="head">
        <h1>Members</h1>
        <label class="unseen" for="member-q">Name of a member</label>
        <InputText id="member-q" v-model="q" placeholder="name" autocomplete="off" />
        <Button label="New member" severity="secondary" @click="router.push('/members/new')" />
      </div>
      <DeskMessage kind="problem" v-if="problem">{{ problem.message }}</DeskMessage>
      <p v-if="data && data.members.length === 0" class="empty">
        <strong>{{ q === '' ? 'No members yet.' : `Nobody is called “${q}”.` }}</strong> Write down the first with “New member”.
      </p>
      <ul class="plain">
        <li v-for="m in data?.members ?? []" :key="m.id">
          <RouterLink :to="`/members/${m.id}`" class="line" active-class="here">
            <strong>{{ m.name }}</strong>
            <span class="quiet">{{ m.place ?? '' }}</span>
            <span class="quiet numbers">{{ plural(m.loans, 'loan') }}, {{ m.returns }} back</span>
            <span :class="m.nextDue && m.nextDue < session.today ? 'late' : 'quiet'">{{ promise(m) }}</span>
          </RouterLink>
        </li>
      </ul>
      <p v-if="data?.next" class="quiet">There are more; type part of a name.</p>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.body {
  padding: 18px 20px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
}
.head h1 {
  margin-right: auto;
}
.head :deep(.p-inputtext) {
  width: 180px;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) 120px minmax(0, 1.2fr);
  gap: 12px;
  align-items: center;
  min-height: 40px;
  padding-left: 8px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--band);
}
.line:hover {
  background: var(--hover);
}
.line.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
strong {
  font-weight: 600;
}
.late {
  color: var(--act);
  font-weight: 600;
}
</style>
