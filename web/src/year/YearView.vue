<script setup lang="ts">
import { addDays, plural, spanBefore } from '@esprel/core';
import { yearApi } from '@esprel/core/api';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import DeskMessage from '../base/DeskMessage.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import StockPicture from '../charts/StockPicture.vue';
import YearBars from './YearBars.vue';
import YearFigures from './YearFigures.vue';
import YearMonths from './YearMonths.vue';
import YearSpan from './YearSpan.vue';
import {
  cameByCropRows,
  cameRows,
  costLists,
  CROPS_SHOWN,
  diversityRows,
  large,
  lentByCropRows,
  lossWords,
  promiseWords,
  sourceRows,
  wentRows,
} from './yearRows.ts';

/** What happened from one day to another, for the members' meeting and for those who give money: a page, and the same on paper. */
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const asked = (name: string): string | null => (typeof route.query[name] === 'string' ? route.query[name] : null);
const to = computed(() => asked('to') ?? session.today);
const from = computed(() => asked('from') ?? addDays(to.value, -364));
const compare = computed(() => asked('compare') !== 'no');
const { data, problem } = useRead(yearApi.report, () => ({ from: from.value, to: to.value }));
const earlier = computed(() => (from.value <= to.value ? spanBefore(from.value, to.value) : null));
const { data: before } = useRead(yearApi.report, () => (compare.value && earlier.value ? earlier.value : null));
const { data: stock } = useRead(yearApi.stock, () => ({}));
const then = computed(() => (compare.value ? before.value : null));

function show(query: Record<string, string | undefined>): void {
  void router.replace({ query: { ...route.query, ...query } });
}
const aliveShare = computed(() => {
  const s = stock.value;
  return s && s.seeds > 0 ? Math.round((100 * s.live) / s.seeds) : null;
});
</script>

<template>
  <article class="year scrolls" tabindex="-1">
    <YearSpan :from="from" :to="to" :compare="compare" :problem="problem" @show="show" />
    <DeskMessage v-if="problem && problem.errors.length === 0" kind="problem">{{ problem.message }}</DeskMessage>
    <OpeningNote v-if="!data && !problem" what="the report" />
    <template v-if="data">
      <header>
        <h1>{{ data.libraryName }}</h1>
        <p class="when">
          {{ format.longDay(data.from).replace(/^\w+ /, '') }} to {{ format.longDay(data.to).replace(/^\w+ /, '')
          }}<template v-if="then"
            >, beside {{ format.longDay(then.from).replace(/^\w+ /, '') }} to {{ format.longDay(then.to).replace(/^\w+ /, '') }}</template
          >
        </p>
      </header>
      <YearFigures :report="data" :before="then" />

      <section>
        <h2>Month by month</h2>
        <YearMonths :months="data.months" />
      </section>

      <section class="pair">
        <div>
          <h2>What was saved</h2>
          <p v-if="data.saved.length === 0">No variety had to be saved from being lost.</p>
          <template v-else>
            <p>Nothing older of these is sound any more; what members brought home is.</p>
            <ul class="names">
              <li v-for="v in data.saved" :key="v.varietyId">
                <strong>{{ v.variety }}</strong>, {{ v.crop.toLowerCase() }}
              </li>
            </ul>
          </template>
        </div>
        <div>
          <h2>What was lost, and why</h2>
          <p v-if="data.lost.length === 0">No variety was lost.</p>
          <ul v-else class="names">
            <li v-for="v in data.lost" :key="v.varietyId">
              <strong>{{ v.variety }}</strong>, {{ v.crop.toLowerCase() }}:
              {{ lossWords(v) }}
            </li>
          </ul>
        </div>
      </section>

      <section v-if="stock">
        <h2>How alive the whole stands</h2>
        <p v-if="aliveShare !== null">
          {{ aliveShare }} of 100 seeds here are alive. At the start there were about {{ large(data.live.before) }} live seeds, at the end
          {{ large(data.live.after) }}.
        </p>
        <StockPicture :stock="stock" />
      </section>

      <section class="pair page">
        <div>
          <h2>Seed in</h2>
          <YearBars label="Envelopes that came in, by how" :rows="cameRows(data, then)" tone="good" />
          <h3>By crop</h3>
          <YearBars label="Envelopes that came in, by crop" :rows="cameByCropRows(data)" tone="good" />
          <template v-if="data.sources.length > 0">
            <h3>From whom</h3>
            <YearBars label="Envelopes that came in, by where from" :rows="sourceRows(data)" tone="good" />
          </template>
        </div>
        <div>
          <h2>Seed out</h2>
          <YearBars label="Seeds that went out, by what for" :rows="wentRows(data, then)" />
          <h3>Lent, by crop</h3>
          <YearBars label="Packets lent, by crop" :rows="lentByCropRows(data)" />
          <h3>Promises</h3>
          <p>{{ promiseWords(data) }}</p>
          <h3>Tests</h3>
          <p v-if="data.tests.alive !== null">
            {{ plural(data.tests.closed, 'test') }} of {{ plural(data.tests.varieties, 'variety', 'varieties') }}:
            {{ Math.round(data.tests.alive * 100) }} of 100 seeds were alive.
          </p>
          <p v-else>Nothing was tested.</p>
        </div>
      </section>

      <section>
        <h2>Diversity</h2>
        <p>Varieties with sound seed, by crop; the mark is where it stood at the start.</p>
        <YearBars label="Varieties with sound seed, by crop" :rows="diversityRows(data)" tone="good" />
        <p v-if="data.diversity.length > CROPS_SHOWN" class="quiet small">and {{ data.diversity.length - CROPS_SHOWN }} more crops.</p>
      </section>

      <section>
        <h2>What cost the most seed</h2>
        <p>Live seeds that died of age while they lay here, of those that lay there.</p>
        <div class="three">
          <div v-for="c in costLists(data)" :key="c.title">
            <h3>{{ c.title }}</h3>
            <p v-if="c.rows.length === 0" class="quiet">Hardly any.</p>
            <YearBars v-else :label="`Live seeds that died of age, ${c.title.toLowerCase()}`" :rows="c.rows" tone="act" />
          </div>
        </div>
      </section>
      <p class="quiet small foot">
        Counted and estimated by Esprel on {{ format.longDay(session.today).replace(/^\w+ /, '') }}. How alive seed was is what is known of
        it now. At the desk {{ plural(data.people.atDesk, 'person', 'people') }} made {{ large(data.people.steps) }} entries.
      </p>
    </template>
  </article>
</template>

<style scoped>
.year {
  height: 100%;
  padding: 18px 26px 40px;
  display: grid;
  gap: 22px;
  align-content: start;
  container-type: inline-size;
}
.year > * {
  max-width: 980px;
  min-width: 0;
}
header {
  display: grid;
  gap: 2px;
}
h1 {
  font-size: 30px;
}
.when {
  font-size: 17px;
  color: var(--quiet);
}
section {
  display: grid;
  gap: 8px;
}
section h3 {
  margin-top: 10px;
}
.pair {
  grid-template-columns: 1fr 1fr;
  gap: 28px;
}
.pair > div,
.three > div {
  display: grid;
  gap: 6px;
  align-content: start;
  min-width: 0;
}
.three {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 28px;
}
.names {
  margin: 0;
  padding-left: 18px;
}
strong {
  font-weight: 600;
}
@media screen {
  @container (max-width: 700px) {
    .pair,
    .three {
      grid-template-columns: minmax(0, 1fr);
    }
  }
}
@media print {
  .year {
    height: auto;
    padding: 0;
    overflow: visible;
    gap: 16px;
    font-size: 12px;
  }
  section,
  li {
    break-inside: avoid;
  }
  .pair {
    break-inside: auto;
  }
  .page {
    break-before: page;
  }
  .year :deep(details) {
    display: none;
  }
  .year {
    print-color-adjust: exact;
  }
}
</style>
