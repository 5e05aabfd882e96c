<script setup lang="ts">
import { membersApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import SheetProblem from '../shared/SheetProblem.vue';

/** What a member takes along on paper: what it is, how to sow it there, how to save it, and by when it is promised. */
const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const loans = computed(() => (typeof route.query.loans === 'string' ? route.query.loans : ''));
const { data, problem } = useRead(membersApi.slip, () => ({ id: props.id, loans: loans.value }));
const labels = computed(() => `/labels?kind=packet&codes=${[...new Set(data.value?.lots.map((l) => l.code))].join(',')}`);
const print = (): void => {
  window.print();
};
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <article v-else-if="data" class="slip scrolls" tabindex="-1">
    <header>
      <h1>{{ data.member }}</h1>
      <p class="quiet">
        {{ session.settings?.libraryName }}<template v-if="data.lentOn">, {{ format.longDay(data.lentOn) }}</template>
      </p>
      <p class="row-of-buttons noprint">
        <Button label="Print the slip" @click="print" />
        <Button v-if="data.lots.length > 0" severity="secondary" label="Labels for the packets" @click="router.push(labels)" />
        <Button severity="secondary" label="To the member" @click="router.push(`/members/${id}`)" />
      </p>
    </header>
    <p v-if="data.lots.length === 0">Nothing is in hand.</p>
    <p v-else class="quiet small">Days for sowing are those of {{ data.garden ?? 'the library’s own garden' }}.</p>
    <ul class="plain">
      <li v-for="lot in data.lots" :key="lot.loanId">
        <h2>
          {{ lot.variety }} <span class="code">{{ lot.code }}</span>
        </h2>
        <p v-for="c in lot.cautions" :key="c" class="caution">{{ c }}</p>
        <p v-for="line in lot.lines" :key="line">{{ line }}</p>
      </li>
    </ul>
  </article>
  <OpeningNote v-else what="the slip" />
</template>

<style scoped>
.slip {
  height: 100%;
  max-width: 760px;
  padding: 24px 28px 32px;
  background: var(--sheet);
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: grid;
  gap: 4px;
}
li {
  padding: 12px 0;
  border-top: 1px solid var(--rule);
  break-inside: avoid;
}
h2 {
  font-size: 18px;
}
h2 .code {
  font-size: 15px;
  margin-left: 6px;
}
.caution {
  color: var(--act-deep);
  font-weight: 600;
}
@media print {
  .slip {
    height: auto;
    max-width: none;
    padding: 0;
    overflow: visible;
  }
}
</style>
