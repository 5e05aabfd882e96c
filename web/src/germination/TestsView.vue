<script setup lang="ts">
import { TEST_METHOD_WORDS } from '@esprel/core';
import { computed } from 'vue';
import { useFetched } from '../app/useFetched.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import { percent } from '../app/format.ts';
import type { ListedLot } from '../lots/types.ts';
import VerdictShape from '../lots/VerdictShape.vue';
import type { ListedTest } from './types.ts';

const session = useSession();
const format = useFormat();
const { data: open, problem } = useFetched<{ tests: ListedTest[] }>(() => '/tests?state=open');
const { data: closed } = useFetched<{ tests: ListedTest[] }>(() => '/tests?state=closed');
const { data: wanted } = useFetched<{ lots: ListedLot[] }>(() => '/lots?tag=test-first&sort=seeds&limit=12');
const late = computed(
  () =>
    (t: ListedTest): boolean =>
      t.next !== null && t.next.due < session.today,
);

function wait(t: ListedTest): string {
  if (t.warmFrom > session.today) return `being prepared, warm ${format.day(t.warmFrom)}`;
  if (!t.next) return 'every seed is marked: close it';
  return `${t.next.extended ? 'slow seed still out' : `count ${String(t.next.number)} of ${String(t.next.of)}`}, ${format.due(t.next.due)}`;
}
</script>

<template>
  <div class="tests">
    <section class="left scrolls" aria-label="Tests" tabindex="-1">
      <h1>On the bench</h1>
      <p v-if="problem" role="alert">{{ problem.message }}</p>
      <p v-if="open && open.tests.length === 0" class="empty">
        <strong>No test is running.</strong> Open a lot on the right and start one.
      </p>
      <ul class="plain">
        <li v-for="t in open?.tests ?? []" :key="t.id">
          <RouterLink :to="`/tests/${t.id}`" class="line">
            <span class="code">{{ t.lotCode }}</span>
            <span class="name"
              ><strong>{{ t.variety }}</strong> <span class="quiet">{{ t.crop }}, {{ TEST_METHOD_WORDS[t.method] }}</span></span
            >
            <span class="numbers">{{ t.normal }} of {{ t.seeds }} up</span>
            <span :class="late(t) ? 'late' : 'quiet'">{{ wait(t) }}</span>
          </RouterLink>
        </li>
      </ul>
      <h2>Closed</h2>
      <p v-if="closed && closed.tests.length === 0" class="quiet">None yet.</p>
      <ul class="plain">
        <li v-for="t in closed?.tests ?? []" :key="t.id">
          <RouterLink :to="`/tests/${t.id}`" class="line">
            <span class="code">{{ t.lotCode }}</span>
            <span class="name"
              ><strong>{{ t.variety }}</strong> <span class="quiet">{{ t.crop }}</span></span
            >
            <span class="numbers">{{ t.alive }} of {{ t.seeds }} alive</span>
            <span class="quiet">{{ t.closedOn ? format.day(t.closedOn) : '' }}</span>
          </RouterLink>
        </li>
      </ul>
    </section>
    <aside class="right scrolls" aria-label="Worth a test" tabindex="-1">
      <h2>Worth a test</h2>
      <p class="quiet">Nobody knows how these are, and there is seed to spare. The largest first.</p>
      <ul class="plain">
        <li v-for="l in wanted?.lots ?? []" :key="l.code">
          <RouterLink :to="`/lots/${l.code}/test`" class="want">
            <VerdictShape verdict="test-first" />
            <span
              ><span class="code">{{ l.code }}</span> <strong>{{ l.variety }}</strong><br /><span class="quiet"
                >{{ l.crop }}, {{ l.balance }} seeds; anything from {{ percent(l.low ?? 0) }} to {{ percent(l.high ?? 1) }}</span
              ></span
            >
            <span class="start">Test</span>
          </RouterLink>
        </li>
      </ul>
      <p v-if="wanted && wanted.lots.length === 0" class="quiet">No lot is in that much doubt just now.</p>
      <p><RouterLink to="/lots?tag=test-first">All of them in the list</RouterLink></p>
    </aside>
  </div>
</template>

<style scoped>
.tests {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(360px, 39.3%);
  height: 100%;
}
.left {
  padding: 18px 22px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.left h2 {
  margin-top: 14px;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 20px 24px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.line {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr) 118px minmax(130px, 190px);
  gap: 12px;
  align-items: center;
  min-height: 42px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid #e6dfd0;
}
.line:hover,
.want:hover {
  background: #fbf7ee;
}
.line strong,
.want strong {
  font-weight: 600;
}
.name {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.late {
  color: var(--act);
  font-weight: 600;
}
.want {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding: 7px 0;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid #ece6d9;
}
.start {
  border: 1px solid #cfc5b1;
  border-radius: 3px;
  padding: 8px 14px;
  font-weight: 600;
}
@media (max-width: 860px) {
  .tests {
    display: block;
    overflow-y: auto;
  }
  .left,
  .right {
    overflow: visible;
  }
  .line {
    grid-template-columns: 86px minmax(0, 1fr);
  }
}
</style>
