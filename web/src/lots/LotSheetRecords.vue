<script setup lang="ts">
import { FATE_FACTS, type Fate, MOVEMENT_WORDS, type MovementKind, TEST_METHOD_WORDS, type TestMethod, plural } from '@esprel/core';
import type { LotSheetData } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';

const props = defineProps<{ sheet: LotSheetData }>();
const format = useFormat();

const evidence = computed(() => new Map(props.sheet.evidence.map((e) => [`${e.kind} ${String(e.id)}`, e])));
/** Alive in a test, its batches together. */
const aliveIn = (test: number): number =>
  props.sheet.evidence.filter((e) => e.kind === 'test' && e.id === test).reduce((sum, e) => sum + e.alive, 0);
const fateWords = (fate: string | null): string => (fate === null ? 'still watched' : FATE_FACTS[fate as Fate].words);
const methodWords = (m: string): string => TEST_METHOD_WORDS[m as TestMethod];
const movementWords = (k: string): string => MOVEMENT_WORDS[k as MovementKind];
</script>

<template>
  <section v-if="sheet.tests.length > 0 || sheet.sowings.length > 0" class="records" aria-label="What was counted">
    <h2>What was counted</h2>
    <ul class="plain">
      <li v-for="t in sheet.tests" :key="`t${t.id}`">
        <span class="mark test" aria-hidden="true" />
        <RouterLink :to="`/tests/${t.id}`">Test of {{ t.seeds }}, {{ format.day(t.startedOn) }}</RouterLink>
        <span class="quiet">
          {{ methodWords(t.method) }}<template v-if="t.closedOn">, {{ aliveIn(t.id) }} alive</template
          >{{ t.closedOn ? '' : t.planned ? ', only planned' : ', still counted' }}
        </span>
      </li>
      <li v-for="s in sheet.sowings" :key="`s${s.id}`">
        <span class="mark sowing" aria-hidden="true" />
        <RouterLink :to="`/sowing/${s.id}`">Sowing of {{ s.seeds }}, {{ format.day(s.sownOn) }}</RouterLink>
        <span class="quiet">
          {{ s.member ?? 'the library' }}, {{ s.emerged ?? 0 }} up, {{ fateWords(s.fate)
          }}<template v-if="s.fate && !evidence.get(`sowing ${s.id}`)?.used">; does not count</template>
        </span>
      </li>
    </ul>
  </section>
  <section v-if="sheet.loans.length > 0" class="records" aria-label="Loans">
    <h2>Who has it</h2>
    <ul class="plain">
      <li v-for="l in sheet.loans" :key="l.id">
        <span class="mark" aria-hidden="true" />
        <RouterLink :to="`/members/${l.memberId}`">{{ l.member }}</RouterLink>
        <span class="quiet">
          {{ plural(l.seeds, 'seed') }}, {{ format.day(l.lentOn)
          }}<template v-if="l.promise !== 'nothing'"
            >, {{ l.settledOn ? 'promise kept or let go' : `back by ${format.day(l.dueOn ?? l.lentOn)}` }}</template
          >
        </span>
        <RouterLink v-if="!l.settledOn" class="small" :to="`/labels?kind=packet&codes=${sheet.lot.code}&loan=${l.id}`"
          >packet label</RouterLink
        >
      </li>
    </ul>
  </section>
  <section class="records" aria-label="Movements">
    <h2>In and out</h2>
    <ul class="plain">
      <li v-for="m in sheet.movements" :key="m.id">
        <span class="seeds numbers">{{ m.seeds > 0 ? '+' : '−' }}{{ Math.abs(m.seeds) }}</span>
        <span>{{ movementWords(m.kind) }}</span>
        <span class="quiet">{{ format.day(m.day) }}, {{ m.reason }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.records {
  display: grid;
  gap: 4px;
}
h2 {
  font-size: 17px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
}
.mark {
  width: 9px;
  height: 9px;
  background: var(--watch-fill);
  flex: none;
}
.mark.test {
  background: var(--ink);
  border-radius: 50%;
}
.mark.sowing {
  background: var(--good);
  transform: rotate(45deg) scale(0.85);
}
.seeds {
  width: 52px;
  text-align: right;
}
</style>
