<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DeskMessage from '../base/DeskMessage.vue';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import { plural } from '@esprel/core';
import { type ListedMember, membersApi } from '@esprel/core/api';
import { useRoute, useRouter } from 'vue-router';
import ListAndSheet from '../base/ListAndSheet.vue';
import { useRead } from '../base/useRead.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const q = ref('');
const soon = useDebounce(q, 120);
const { data, problem } = useRead(membersApi.list, () => ({ limit: 500, q: soon.value.slice(0, 100) }));

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
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <p v-if="data && data.members.length === 0" class="empty">
        <strong>{{ q === '' ? 'No members yet.' : `Nobody is called “${q}”.` }}</strong> Write down the first with “New member”.
      </p>
      <DataTable
        v-if="data && data.members.length > 0"
        :value="[...data.members]"
        data-key="id"
        removable-sort
        :row-class="(m: ListedMember) => ({ here: route.path === `/members/${m.id}` })"
        @row-click="router.push(`/members/${$event.data.id}`)"
      >
        <Column field="name" header="Name" sortable>
          <template #body="{ data: m }">
            <RouterLink :to="`/members/${m.id}`" class="name" @click.stop>{{ m.name }}</RouterLink>
          </template>
        </Column>
        <Column field="place" header="Where" sortable class="where">
          <template #body="{ data: m }"
            ><span class="quiet">{{ m.place ?? '' }}</span></template
          >
        </Column>
        <Column field="loans" header="Loans" sortable class="right numbers" />
        <Column field="returns" header="Back" sortable class="right numbers" />
        <Column field="nextDue" header="Promised" sortable>
          <template #body="{ data: m }">
            <span :class="m.nextDue && m.nextDue < session.today ? 'late' : 'quiet'">{{ promise(m) }}</span>
          </template>
        </Column>
      </DataTable>
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
.body :deep(tbody tr) {
  cursor: pointer;
}
.body :deep(tr.here) {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.name {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
}
@media (max-width: 560px) {
  .body :deep(.where) {
    display: none;
  }
}
.late {
  color: var(--act);
  font-weight: 600;
}
</style>
