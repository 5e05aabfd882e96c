<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DeskMessage from '../base/DeskMessage.vue';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { plural } from '@esprel/core';
import { asksApi, type ListedMember, membersApi } from '@esprel/core/api';
import { useRoute, useRouter } from 'vue-router';
import ListAndSheet from '../base/ListAndSheet.vue';
import { useNarrow } from '../base/narrow.ts';
import { useRead } from '../base/useRead.ts';
import { useAccess } from '../base/access.ts';
import { useFormat } from '../base/useFormat.ts';

const route = useRoute();
const router = useRouter();
const access = useAccess();
const format = useFormat();
const q = ref('');
const soon = useDebounce(q, 120);
/** All of them, or those who are worth asking. */
const which = computed(() => (route.query.which === 'to-ask' ? ('to-ask' as const) : null));
// Asked first: its number on the button is then drawn together with the table.
const asked = useRead(asksApi.list, () => ({}), [], true).data;
const narrow = useNarrow();
/** Rows are drawn as they come into view, which needs to know how high they are. */
const row = computed(() => (which.value === null ? 54 : narrow.value ? 74 : 64));
const { data, problem } = useRead(membersApi.list, () => ({ limit: 5000, q: soon.value.slice(0, 100), which: which.value }), [], true);
/** So many are drawn all at once. */
const FEW = 20;
const scroller = computed(() => ((data.value?.members.length ?? 0) > FEW ? { itemSize: row.value, numToleratedItems: 1 } : undefined));
const openAsks = computed(() => asked.value?.asks.filter((a) => a.laid === null || a.laid.overdue).length ?? 0);

function promise(m: ListedMember): string {
  if (m.nextDue === null) return '';
  return `${plural(m.promises, 'promise')}, ${format.due(m.nextDue)}`;
}
function askWords(m: ListedMember): string {
  if (m.ask === 'overdue') return 'how did it go?';
  if (m.ask === 'due') return 'is it coming?';
  return m.ask === 'silent' ? 'nothing heard since' : '';
}
</script>

<template>
  <ListAndSheet :opened="route.path !== '/members'" label="Members">
    <div class="list-body">
      <div class="head">
        <h1>Members</h1>
        <label class="unseen" for="member-q">Name or place of a member</label>
        <InputText id="member-q" v-model="q" placeholder="name or place" autocomplete="off" />
        <Button :label="openAsks === 0 ? 'Asked for' : `Asked for: ${openAsks}`" severity="secondary" @click="router.push('/asks')" />
        <Button label="Messages" severity="secondary" @click="router.push('/messages')" />
        <Button label="New member" severity="secondary" @click="router.push('/members/new')" />
      </div>
      <nav class="which" aria-label="Which members">
        <RouterLink :to="{ path: '/members' }" :class="{ on: which === null }">Everybody</RouterLink>
        <RouterLink :to="{ path: '/members', query: { which: 'to-ask' } }" :class="{ on: which !== null }">Whom to ask</RouterLink>
        <RouterLink to="/growing">Who grows what</RouterLink>
        <RouterLink to="/swap">Swap days</RouterLink>
        <RouterLink v-if="access.coordinator" class="file" to="/members/file">As a spreadsheet</RouterLink>
      </nav>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <p v-if="data && data.members.length === 0" class="empty">
        <strong>{{
          which !== null ? 'Nobody has to be asked just now.' : q === '' ? 'No members yet.' : `Nobody is called “${q}”, or lives there.`
        }}</strong>
        <template v-if="which === null"> Write down the first with “New member”.</template>
      </p>
      <DataTable
        v-if="data && data.members.length > 0"
        :value="[...data.members]"
        data-key="id"
        removable-sort
        scrollable
        scroll-height="flex"
        :virtual-scroller-options="scroller"
        :style="{ '--row': `${row}px` }"
        :row-class="(m: ListedMember) => ({ here: route.path === `/members/${m.id}` })"
        @row-click="router.push(`/members/${$event.data.id}`)"
      >
        <Column field="name" header="Name" sortable class="who">
          <template #body="{ data: m }">
            <RouterLink :to="`/members/${m.id}`" class="name" @click.stop>{{ m.name }}</RouterLink>
            <span v-if="m.place" class="quiet place">{{ m.place }}</span>
          </template>
        </Column>
        <Column field="out" header="Out" sortable class="right numbers few" />
        <Column field="returns" header="Came back" sortable class="right numbers back" />
        <Column field="lastHeard" header="Last heard" sortable class="heard">
          <template #body="{ data: m }"
            ><span class="quiet">{{ m.lastHeard === null ? '' : format.day(m.lastHeard) }}</span></template
          >
        </Column>
        <Column field="nextDue" header="Promised" sortable>
          <template #body="{ data: m }">
            <span :class="m.overdue > 0 ? 'late' : 'quiet'">{{ promise(m) }}</span>
            <span v-if="which !== null" class="ask">{{ askWords(m as ListedMember) }}</span>
          </template>
        </Column>
      </DataTable>
      <p v-if="data?.next" class="quiet">There are more; type part of a name or place.</p>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.list-body {
  display: flex;
  flex-direction: column;
  gap: 10px;
  height: 100%;
}
.list-body :deep(.p-datatable) {
  flex: 1;
  min-height: 240px;
}
.list-body :deep(table) {
  table-layout: fixed;
}
.list-body :deep(tbody td) {
  height: var(--row);
  padding-block: 4px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.list-body :deep(.who) {
  width: 30%;
}
.list-body :deep(.few) {
  width: 58px;
}
.list-body :deep(.back) {
  width: 106px;
}
.list-body :deep(.heard) {
  width: 104px;
}
.list-body :deep(th .p-datatable-column-header-content) {
  gap: 4px;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
}
.head h1 {
  margin-right: auto;
}
.head {
  flex-wrap: wrap;
}
.head :deep(.p-inputtext) {
  width: 180px;
}
.list-body :deep(tbody tr) {
  cursor: pointer;
}
.list-body :deep(tr.here) {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.which {
  display: flex;
  gap: 4px;
}
.which a {
  padding: 7px 12px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  color: var(--ink);
  text-decoration: none;
  background: var(--sheet);
}
.which a.on {
  background: var(--action-soft);
  border-color: var(--action);
  font-weight: 600;
}
.which a.file {
  margin-left: auto;
  border-color: transparent;
  background: none;
  text-decoration: underline;
}
.ask {
  display: block;
}
.place {
  display: block;
  font-size: 14px;
}
.name {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
}
@media (max-width: 560px) {
  .which {
    overflow-x: auto;
  }
  .which a {
    flex: none;
    display: flex;
    align-items: center;
    min-height: 48px;
  }
  .head :deep(.p-inputtext) {
    width: 150px;
  }
  .list-body :deep(th),
  .list-body :deep(td) {
    padding-inline: 4px;
  }
  .list-body :deep(.heard),
  .list-body :deep(.back) {
    display: none;
  }
  .list-body :deep(.who) {
    width: 42%;
  }
  .list-body :deep(.few) {
    width: 52px;
  }
  .list-body :deep(tbody td) {
    white-space: normal;
    line-height: 1.25;
  }
}
.late {
  color: var(--act);
  font-weight: 600;
}
</style>
