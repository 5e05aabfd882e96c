<script setup lang="ts">
import { plural, type RoundPlan } from '@esprel/core';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';

/** What a round takes: things to have at hand, evenings, and what lies together. */
const props = defineProps<{
  materials: RoundPlan['materials'];
  groups: RoundPlan['groups'];
  evenings: RoundPlan['evenings'];
}>();
const format = useFormat();
const things = computed(() => {
  const { bags, sheets, tubs, cells, seeds } = props.materials;
  return [
    plural(seeds, 'seed'),
    ...(bags > 0 ? [plural(bags, 'bag'), plural(sheets, 'sheet') + ' of paper'] : []),
    ...(tubs > 0 ? [plural(tubs, 'tub') + ' of damp sand'] : []),
    ...(cells > 0 ? [plural(cells, 'cell')] : []),
  ].join(', ');
});
function warmth(g: RoundPlan['groups'][number]): string {
  const { nightC, dayC } = g.warmth;
  return nightC === dayC ? format.warmth(dayC) : `${format.warmth(nightC)} at night, ${format.warmth(dayC)} by day`;
}
function work(e: RoundPlan['evenings'][number]): string {
  return [
    ...(e.lay > 0 ? [`lay ${String(e.lay)}`] : []),
    ...(e.warm > 0 ? [`${String(e.warm)} into the warm`] : []),
    ...(e.count > 0 ? [`count ${String(e.count)}`] : []),
  ].join(', ');
}
</script>

<template>
  <div class="work">
    <section>
      <h2>To have at hand</h2>
      <p>{{ things }}, and a pencil: ink runs on damp paper.</p>
    </section>
    <section>
      <h2>The evenings</h2>
      <ol class="plain evenings">
        <li v-for="e in evenings" :key="e.day">
          <span>{{ format.day(e.day) }}</span>
          <span class="bar" aria-hidden="true"
            ><i v-for="n in Math.min(24, e.lay + e.count)" :key="n" :class="n <= e.lay ? 'lay' : 'count'"
          /></span>
          <span class="quiet">{{ work(e) }}</span>
        </li>
      </ol>
    </section>
    <section>
      <h2>What lies together</h2>
      <ul class="plain">
        <li v-for="g in groups" :key="g.codes.join()" class="group">
          <span
            ><strong>{{ warmth(g) }}{{ g.light === 'either' ? '' : `, in the ${g.light}` }}</strong
            >, {{ plural(g.bags, 'bag') }}</span
          >
          <span v-if="g.preparation.length > 0" class="quiet">First {{ g.preparation.join('; ') }}.</span>
          <span class="code small">{{ g.codes.join(' ') }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.work {
  display: grid;
  gap: 14px;
}
h2 {
  font-size: 18px;
}
.evenings li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
.bar {
  display: flex;
  gap: 2px;
}
.bar i {
  width: 7px;
  height: 14px;
  background: var(--good);
  border-radius: 1px;
}
.bar i.lay {
  background: var(--action);
  border-radius: 4px;
}
.group {
  display: grid;
  gap: 1px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
