<script setup lang="ts">
import { plural } from '@esprel/core';
import type { SwapMisfit } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue';
import { ApiProblem } from '../base/api.ts';
import DeskMessage from '../base/DeskMessage.vue';
import SeedMark from '../base/SeedMark.vue';
import type { Scan } from '../base/scanBuffer.ts';
import { useScanner } from '../base/useScanner.ts';
import MisfitLine from '../shared/MisfitLine.vue';
import ComesIn from './ComesIn.vue';
import GoesOut from './GoesOut.vue';
import NetworkNote from './NetworkNote.vue';
import { useReady } from './useReady.ts';
import { useSwapDesk } from './useSwapDesk.ts';

/** The desk in the hall: what comes in on the left, what goes out on the right, the day in numbers below. */
const emit = defineEmits<{ prepare: [] }>();
const desk = useSwapDesk();
const WantedList = defineAsyncComponent(() => import('./WantedList.vue'));
const { mayBeThrownAway } = useReady();
const out = useTemplateRef('out');
const wanted = ref(false);
const problem = ref<string | null>(null);
const putting = ref(false);
const swap = computed(() => desk.copy?.swap);
const FIGURES = computed(() => [
  { n: desk.numbers.visitors, words: desk.numbers.visitors === 1 ? 'visitor' : 'visitors' },
  { n: desk.numbers.packetsIn, words: 'packets came in' },
  { n: desk.numbers.packetsOut, words: 'went out' },
  { n: desk.numbers.newVarieties, words: 'varieties new to us' },
  { n: desk.numbers.withoutName, words: 'without a name' },
]);

function press(key: string): void {
  if (key === 'n') void desk.nextVisitor();
  else if (key === '/') document.getElementById('scan')?.focus();
  else if (key === 'e') document.getElementById('in-name')?.focus();
  else if (key === 'w') wanted.value = true;
}
useScanner({ take: (scan: Scan) => out.value?.take(scan), press, keepsField: () => true });

async function putRight(misfit: SwapMisfit, what: 'take' | 'set-aside', why: string | null): Promise<void> {
  problem.value = null;
  try {
    await desk.putRight(misfit, { what, why });
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    problem.value = error.message;
  }
}
</script>

<template>
  <div class="hall">
    <header>
      <SeedMark :size="26" />
      <h1>
        {{ swap?.name }}<template v-if="swap?.hall">, {{ swap.hall }}</template>
      </h1>
      <span class="quiet">desk {{ desk.copy?.desk.number }}, {{ desk.copy?.desk.name }}</span>
      <NetworkNote @prepare="emit('prepare')" />
      <Button severity="secondary" label="Lock" @click="desk.lock()" />
      <a v-if="desk.network !== 'none'" class="p-button p-button-secondary button" href="/">Back to the library</a>
    </header>
    <div class="said">
      <DeskMessage v-if="desk.full" kind="problem">{{ desk.full }}</DeskMessage>
      <DeskMessage v-else-if="desk.littleRoom" kind="problem">
        The disk of this computer is nearly full. Make room now, or soon nothing more can be kept here.
      </DeskMessage>
      <DeskMessage v-if="!desk.lasting" kind="problem">
        This browser keeps nothing. What is not sent is lost when the page is closed.
      </DeskMessage>
      <DeskMessage v-else-if="mayBeThrownAway && desk.littleRoom" kind="caution">
        The browser may throw away what it keeps when the disk is full.
      </DeskMessage>
      <DeskMessage v-for="s in desk.refused" :key="s.n" kind="problem">
        The library did not take something that was said at this desk: {{ s.refused }}. It is kept here; write it down on paper too.
      </DeskMessage>
    </div>
    <main>
      <ComesIn class="side" />
      <section class="side out" aria-label="Goes out">
        <GoesOut ref="out" />
        <div v-if="desk.misfits.length > 0" class="misfits">
          <MisfitLine
            v-for="m in putting ? desk.misfits : desk.misfits.slice(0, 1)"
            :key="m.id"
            :misfit="m"
            @take="putRight(m, 'take', null)"
            @aside="(why) => putRight(m, 'set-aside', why)"
          />
          <p v-if="desk.misfits.length > 1">
            <Button
              variant="text"
              size="small"
              :label="putting ? 'Show the first alone' : `and ${plural(desk.misfits.length - 1, 'more thing')} to put right`"
              @click="putting = !putting"
            />
          </p>
          <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
        </div>
      </section>
    </main>
    <footer>
      <dl aria-label="The day so far">
        <div v-for="f in FIGURES" :key="f.words">
          <dd class="numbers">{{ f.n }}</dd>
          <dt>{{ f.words }}</dt>
        </div>
      </dl>
      <p v-if="swap?.rule !== 'free' || swap?.ruleWords" class="rule">
        {{ swap?.ruleWords ?? (swap?.rule === 'tokens' ? 'A token for each packet brought.' : 'Bring one, take one.') }}
      </p>
      <span class="row-of-buttons ends">
        <Button class="dark" label="Ask for what is wanted" @click="wanted = true" />
        <a
          v-if="desk.network === 'here' && desk.unsent.length === 0"
          class="p-button p-button-secondary button"
          :href="`/swap/${desk.copy?.swap.id}/after`"
          >Finish the day</a
        >
        <span v-else class="wait">Finish once all is sent</span>
      </span>
    </footer>
    <WantedList v-if="wanted" @close="wanted = false" />
  </div>
</template>

<style scoped>
.hall {
  min-height: 100dvh;
  display: grid;
  grid-template-rows: auto auto 1fr auto;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 10px 22px;
  background: var(--band);
  border-bottom: 1px solid var(--edge);
}
h1 {
  font-size: 20px;
}
header .quiet {
  margin-right: auto;
}
.button {
  padding: 8px 14px;
}
main {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
.side {
  padding: 16px 22px 22px;
  min-width: 0;
  display: grid;
  gap: 12px;
  align-content: start;
}
.out {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
}
.misfits {
  display: grid;
  gap: 8px;
}
footer {
  position: sticky;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 28px;
  padding: 10px 22px;
  background: var(--wood);
  color: var(--paper);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 30px;
  margin: 0;
}
dl div {
  display: grid;
}
dd {
  margin: 0;
  font-family: var(--serif);
  font-weight: 600;
  font-size: 24px;
  line-height: 1.15;
}
dt {
  font-size: 14px;
}
.rule {
  max-width: 260px;
  font-size: 14px;
}
.ends {
  margin-left: auto;
}
.dark {
  background: transparent;
  border-color: var(--bark);
  color: var(--paper);
}
.wait {
  font-size: 14px;
}
@media (max-width: 900px) {
  main {
    grid-template-columns: minmax(0, 1fr);
  }
  .out {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
/* On a phone the line at hand has all the room. */
@media (max-width: 620px) {
  header,
  footer,
  .side {
    padding-inline: 14px;
  }
  footer {
    position: static;
  }
}
@media print {
  .hall > * {
    display: none;
  }
}
</style>
