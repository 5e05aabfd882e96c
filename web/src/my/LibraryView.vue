<script setup lang="ts">
import { broughtWords, monthDay, plural } from '@esprel/core';
import type { MyAsk, MyPromise } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import MyFactsForm from './MyFactsForm.vue';
import { useMine } from './useMine.ts';

/** The library as a member sees it: when it is open, what is asked and promised, what became of the seed, and what is kept about them. */
const mine = useMine();
const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const page = computed(() => mine.page);
const day = (d: string): string => monthDay(d, page.value?.library.said.dateOrder ?? 'day-month', mine.today);
const open = computed(() => {
  const days = [...(page.value?.library.openDays ?? [])].sort();
  return days.length === 0 ? 'Ask at the desk when it is open.' : `Open on ${days.map((d) => DAYS[d] ?? '').join(' and ')}.`;
});
function askWords(a: MyAsk): string {
  if (a.answer !== null) return a.answer;
  if (a.laidOn !== null) return `lies ready for you until ${day(a.waitsUntil ?? a.laidOn)}; bring your card`;
  const before = a.before === 0 ? '' : `; ${plural(a.before, 'other')} before you`;
  return a.kind === 'offer'
    ? `you offered to grow it on ${day(a.askedOn)}`
    : a.kind === 'wait'
      ? `you are in line${before}`
      : `asked for on ${day(a.askedOn)}`;
}
const promiseWords = (p: MyPromise): string =>
  `${p.promise === 'amount' && p.promisedSeeds !== null ? plural(p.promisedSeeds, 'seed') : 'some seed'} by ${day(p.dueOn)}`;
const leaving = ref(false);
const problem = ref<string | null>(null);
async function out(): Promise<void> {
  try {
    await mine.signOut();
  } catch {
    problem.value = 'There is no network, so nobody can be told. Try again with one, or have your card withdrawn at the desk.';
  }
}
</script>

<template>
  <template v-if="page">
    <h1>{{ page.library.name }}</h1>
    <p>{{ open }}</p>
    <section v-if="page.asks.length > 0" aria-labelledby="my-asks">
      <h2 id="my-asks">Asked for</h2>
      <ul class="plain">
        <li v-for="a in page.asks" :key="a.id">
          <p>
            <strong>{{ a.variety }}</strong> <span class="quiet">{{ a.crop.toLowerCase() }}</span><br /><span
              :class="{ ready: a.laidOn }"
              >{{ askWords(a) }}</span
            >
          </p>
          <Button
            v-if="a.answer === null"
            label="No longer"
            :aria-label="`No longer: ${a.variety}`"
            severity="secondary"
            variant="text"
            @click="mine.say({ what: 'unask', askId: a.id })"
          />
        </li>
      </ul>
    </section>
    <section v-if="page.promises.length > 0" aria-labelledby="my-promises">
      <h2 id="my-promises">Promised back</h2>
      <ul class="plain">
        <li v-for="p in page.promises" :key="p.loanId">
          <p>
            <strong>{{ p.variety }}</strong><br />{{ promiseWords(p)
            }}<template v-if="p.dueOn < mine.today">. Tell us how it went; a crop that failed is worth knowing.</template>
          </p>
        </li>
      </ul>
    </section>
    <section v-if="page.returns.length > 0" aria-labelledby="my-returns">
      <h2 id="my-returns">What became of my seed</h2>
      <ul class="plain">
        <li v-for="r in page.returns" :key="r.code">
          <p>
            <strong>{{ r.variety }}</strong> <span class="quiet">{{ r.year ?? '' }}</span><br />{{ broughtWords(r) }}
          </p>
        </li>
      </ul>
    </section>
    <section aria-labelledby="my-facts">
      <h2 id="my-facts">What is kept about me</h2>
      <MyFactsForm :facts="page.me" />
      <p class="small"><RouterLink to="/library/kept">All that is kept about me</RouterLink></p>
      <p class="quiet small">
        Who no longer wants to be a member says so at the desk: name and ways to be reached are forgotten then, for good.
      </p>
    </section>
    <section aria-label="Leaving this phone">
      <div v-if="!leaving" class="buttons"><Button label="Sign out on this phone" severity="secondary" @click="leaving = true" /></div>
      <template v-else>
        <p>
          To come back in you need your card or a new link.<template v-if="mine.unsent.length > 0">
            {{ plural(mine.unsent.length, 'thing') }} that you wrote {{ mine.unsent.length === 1 ? 'is' : 'are' }} not sent yet and
            {{ mine.unsent.length === 1 ? 'waits' : 'wait' }} on this phone until then.</template
          >
        </p>
        <div class="buttons">
          <Button label="Sign out" @click="out" />
          <Button label="Stay" severity="secondary" @click="leaving = false" />
        </div>
      </template>
      <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
    </section>
  </template>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  padding-top: 8px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 9px 0;
  border-bottom: 1px solid var(--rule);
}
strong {
  font-weight: 600;
}
.ready {
  color: var(--good);
  font-weight: 600;
}
</style>
