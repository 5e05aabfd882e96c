<script setup lang="ts">
import QuickSelect from '../fields/QuickSelect.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { capital, plural, soilWords, WAY_WORDS } from '@esprel/core';
import { gardensApi, seasonApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { percent } from '../base/format.ts';
import { useFormat } from '../base/useFormat.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import EarlierNotes from './EarlierNotes.vue';
import { missedWords } from '../shared/missedWords.ts';
import PacketSays from './PacketSays.vue';

/** When a lot is sown, by garden: what goes with every packet, and why. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const format = useFormat();
const garden = ref(0);
const { data: gardens } = useRead(gardensApi.list, () => ({}));
const { data, problem } = useRead(seasonApi.ofLot, () => ({ code: props.code, garden: garden.value || null }));
const out = computed(() => data.value?.season.season.plantOut ?? null);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <article v-else-if="data" class="sheet scrolls" tabindex="-1">
    <header>
      <p class="code">
        <RouterLink :to="`/lots/${code}`">{{ code }}</RouterLink>
      </p>
      <h1>When to sow {{ data.variety }}</h1>
      <p class="quiet">{{ data.crop }}</p>
    </header>
    <span class="garden">
      In the garden
      <QuickSelect
        v-model="garden"
        label="In the garden"
        :options="(gardens?.gardens ?? []).map((g) => ({ value: g.id ?? 0, label: g.name }))"
      />
    </span>
    <p class="quiet">Its last frost is usually about {{ format.day(data.season.lastFrost) }}.</p>
    <p v-if="data.season.fresh" class="risk">This seed does not keep: sow it the day it comes, whatever the season.</p>
    <dl class="windows">
      <template v-for="r in data.ways" :key="r.way">
        <dt>{{ capital(WAY_WORDS[r.way]) }}</dt>
        <dd>
          <strong>{{ format.days(r.window.from, r.window.to) }}</strong>, begin {{ format.day(r.window.target) }}
          <span v-if="r.missed" class="block">{{ missedWords(r.missed, format.days) }}</span>
          <span v-if="r.why" class="quiet block">{{ capital(r.why) }}.</span>
          <span v-if="r.shift.days !== 0" class="quiet block"
            >{{ plural(Math.abs(r.shift.days), 'day') }} {{ r.shift.days > 0 ? 'later' : 'earlier' }} than the table, from what was said of
            {{ plural(r.shift.verdicts, 'sowing') }}.</span
          >
        </dd>
      </template>
      <template v-if="out">
        <dt>Planted out</dt>
        <dd>
          <strong>{{ out.from && out.to ? format.days(out.from, out.to) : format.day(out.target) }}</strong>; a frost still follows
          {{ format.day(out.target) }} in {{ percent(data.season.season.frostRiskAtPlantOut ?? 0) }} of springs
        </dd>
      </template>
    </dl>
    <p v-if="data.winter" class="quiet">{{ data.winter }}</p>
    <p v-if="data.ways.length === 0 && !data.season.fresh" class="quiet">The table has no window for this crop; the day is yours.</p>
    <PacketSays :season="data.season" />
    <p v-if="data.season.season.direct" :class="data.soil.state === 'wait' ? 'risk' : 'quiet'">
      Soil: {{ soilWords(data.soil, format.warmth) }}.
    </p>
    <p class="row-of-buttons">
      <Button label="Plan a sowing" @click="router.push(`/lots/${code}/plan`)" />
      <Button severity="secondary" label="Packet labels" @click="router.push(`/labels?kind=packet&codes=${code}`)" />
    </p>
    <EarlierNotes :notes="data.notes" />
    <p v-if="data.verdicts.length > 0" class="quiet small">{{ data.rule }}</p>
  </article>
  <OpeningNote v-else what="its season" />
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 20px 24px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header h1 {
  margin: 2px 0;
}
.garden {
  display: flex;
  gap: 10px;
  align-items: center;
}
.windows {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px 16px;
  margin: 0;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
.block {
  display: block;
}
.risk {
  color: var(--act);
  font-weight: 600;
}
</style>
