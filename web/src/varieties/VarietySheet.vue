<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { BREEDING_WORDS, length, plural, span } from '@esprel/core';
import { varietiesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { percent } from '../base/format.ts';
import { useSession } from '../base/session.ts';
import LotHistory from '../shared/StepHistory.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import VarietyInstructions from './VarietyInstructions.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const { data, problem } = useRead(varietiesApi.sheet, () => ({ id: props.id }));
const v = computed(() => data.value?.variety ?? null);
const unit = computed(() => session.settings?.lengthUnit ?? 'mm');

const traits = computed(() => {
  const t = v.value;
  if (!t) return [];
  const [min, max] = [t.harvestDaysMin ?? t.harvestDaysMax, t.harvestDaysMax ?? t.harvestDaysMin];
  const days = min === null || max === null ? null : span(min, max, 'day');
  return [
    ...(t.habit === null ? [] : [{ label: 'Habit', words: t.habit }]),
    ...(t.heightCm === null ? [] : [{ label: 'Height', words: length(t.heightCm, unit.value) }]),
    ...(t.spacingCm === null ? [] : [{ label: 'Apart', words: length(t.spacingCm, unit.value) }]),
    ...(days === null ? [] : [{ label: 'First crop', words: `after ${days}` }]),
    ...(t.hardiness === null ? [] : [{ label: 'Frost', words: t.hardiness }]),
  ];
});
const go = (what: string): void => void router.push(`/library/varieties/${props.id}/${what}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="variety" />
  <article v-else-if="data && v" class="sheet scrolls" tabindex="-1">
    <header>
      <h1>{{ v.name }}</h1>
      <p class="quiet">
        {{ data.crop.name }} <span class="latin">{{ data.crop.scientific }}</span>, {{ BREEDING_WORDS[v.breeding] }}
      </p>
      <p v-if="v.synonyms.length > 0" class="quiet">also called {{ v.synonyms.join('; ') }}</p>
      <p v-if="data.lineOf" class="quiet">
        a line of <RouterLink :to="`/library/varieties/${data.lineOf.id}`">{{ data.lineOf.name }}</RouterLink>
      </p>
      <p v-if="v.note">{{ v.note }}</p>
      <p v-if="data.lines.length > 0">
        Lines chosen from it:
        <template v-for="(l, i) in data.lines" :key="l.id"
          ><template v-if="i > 0">, </template><RouterLink :to="`/library/varieties/${l.id}`">{{ l.name }}</RouterLink></template
        >.
      </p>
    </header>
    <DeskMessage v-if="data.joinedInto" kind="notice">
      Turned out to be <RouterLink :to="`/library/varieties/${data.joinedInto.id}`">{{ data.joinedInto.name }}</RouterLink>; its lots and
      names are there.
    </DeskMessage>
    <div v-for="n in data.near" :key="n.id" class="near">
      <span
        >Perhaps the same as <RouterLink :to="`/library/varieties/${n.id}`">{{ n.name }}</RouterLink>, {{ plural(n.lots, 'lot') }}.</span
      >
      <Button size="small" severity="secondary" label="Join them" @click="router.push(`/library/varieties/${id}/join?into=${n.id}`)" />
    </div>
    <dl v-if="traits.length > 0" class="facts">
      <template v-for="t in traits" :key="t.label">
        <dt>{{ t.label }}</dt>
        <dd>{{ t.words }}</dd>
      </template>
    </dl>
    <div v-if="!data.joinedInto" class="row-of-buttons">
      <Button label="Change" severity="secondary" @click="go('edit')" />
      <Button v-if="data.lots.length > 1" label="Split in two" severity="secondary" @click="go('split')" />
      <Button label="Join with another" severity="secondary" @click="go('join')" />
      <Button label="Belongs to another crop" severity="secondary" @click="go('move')" />
    </div>
    <section aria-label="Lots">
      <h2>{{ plural(data.lots.length, 'lot') }}</h2>
      <ul class="plain">
        <li v-for="l in data.lots" :key="l.code">
          <RouterLink :to="`/lots/${l.code}`" class="lot"
            ><span class="code">{{ l.code }}</span
            ><span>{{ l.year ?? 'year not known' }}</span
            ><span class="quiet">{{ l.source }}</span
            ><span class="numbers">{{ l.balance === 0 ? 'used up' : `${plural(l.balance, 'seed')}` }}</span
            ><span class="numbers">{{ l.median === null ? '' : percent(l.median) }}</span></RouterLink
          >
        </li>
      </ul>
    </section>
    <VarietyInstructions :sheet="data" />
    <section v-if="data.crossesWith.length > 0" aria-label="Crossing">
      <h2>Crosses with</h2>
      <p class="quiet">
        Grown for seed within {{ Math.round(data.crop.isolationM) }} m of each other:
        {{
          data.crossesWith
            .slice(0, 12)
            .map((c) => c.name)
            .join(', ')
        }}{{ data.crossesWith.length > 12 ? ', and others' : '' }}.
      </p>
    </section>
    <LotHistory :steps="data.history" />
  </article>
  <OpeningNote v-else />
</template>

<style scoped>
.sheet {
  container-type: inline-size;
  height: 100%;
  padding: 18px 24px 28px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}
.near {
  display: flex;
  gap: 12px;
  align-items: center;
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 6px 12px;
}
section {
  display: grid;
  gap: 4px;
}
h2 {
  font-size: 18px;
}
.lot {
  display: grid;
  grid-template-columns: 104px 110px minmax(0, 1fr) 90px 56px;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.lot:hover {
  background: var(--hover);
}
.numbers {
  text-align: right;
}
/* The source goes under the code where the sheet is narrow. */
@container (max-width: 520px) {
  .lot {
    grid-template-columns: 104px minmax(0, 1fr) auto 50px;
    padding: 4px 0;
  }
  .lot > .quiet {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
