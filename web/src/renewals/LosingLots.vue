<script setup lang="ts">
import { todayApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import { useRoute } from 'vue-router';
import ListAndSheet from '../base/ListAndSheet.vue';
import { useTable } from '../base/table.ts';
import VerdictShape from '../shared/VerdictShape.vue';
import { verdictLook } from '../shared/verdictLook.ts';

const route = useRoute();
const table = useTable();
const { data, problem } = useRead(todayApi.renewals, () => ({}));
</script>

<template>
  <ListAndSheet :opened="route.path !== '/renewals/lots'" label="Lots about to be lost">
    <div class="list-body">
      <h1>What will be lost next</h1>
      <p class="quiet">
        Lots to renew or to rescue while it can be done, the nearest first; one of each variety. Lend them “to renew it for the library”.
      </p>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <p v-if="data && data.lots.length === 0" class="empty"><strong>Nothing is about to be lost.</strong></p>
      <ul class="plain">
        <li v-for="l in data?.lots ?? []" :key="l.code" class="item">
          <RouterLink :to="`/renewals/lots/${l.code}`" class="line" active-class="here">
            <VerdictShape :verdict="l.verdict" :size="17" />
            <span>
              <strong>{{ l.variety }}</strong>, {{ l.crop.toLowerCase() }}, {{ l.year ?? 'no year' }}
              <span class="code quiet">{{ l.code }}</span><br />
              <span class="why"
                ><b :style="{ color: verdictLook(l.verdict).colour }">{{ verdictLook(l.verdict).words }}.</b> {{ l.reason }}</span
              >
            </span>
          </RouterLink>
          <Button
            severity="secondary"
            size="small"
            :aria-pressed="table.has(l.code)"
            :aria-label="`${l.code} on the table`"
            @click="table.toggle(l.code)"
            >{{ table.has(l.code) ? 'Off the table' : 'On the table' }}</Button
          >
        </li>
      </ul>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.list-body {
  gap: 10px;
}
.item {
  display: flex;
  gap: 10px;
  align-items: center;
  border-bottom: 1px solid var(--band);
}
.line {
  flex: 1;
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr);
  gap: 10px;
  padding: 8px;
  color: var(--ink);
  text-decoration: none;
}
.line svg {
  margin-top: 3px;
}
.line:hover {
  background: var(--hover);
}
.line.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
strong,
b {
  font-weight: 600;
}
.item :deep(.p-button) {
  flex: none;
}
</style>
