<script setup lang="ts">
import { DIFFICULTY_WORDS, plural } from '@esprel/core';
import type { FoundVariety, MyAsk } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';

/** A variety that may be asked for, waited for, or grown on. */
const props = defineProps<{ variety: FoundVariety; asked: MyAsk | null; mayAsk: boolean }>();
defineEmits<{ ask: [] }>();
const crop = computed(() => props.variety.crop.toLowerCase().replace(/ \(.*\)/, ''));
const about = computed(() => {
  const v = props.variety;
  if (v.state === 'wait') {
    return v.waiting === 0
      ? 'all packets are out'
      : `all packets are out; ${plural(v.waiting, 'other')} ${v.waiting === 1 ? 'waits' : 'wait'}`;
  }
  if (v.state === 'grow') {
    return `the last of it; who can grow ${plural(v.plantsLeast, 'plant')}${v.years === 2 ? ' for two years' : ''}?`;
  }
  const cell =
    v.perCell === null ? '; sow it thickly' : `; sow ${v.unit === 'seed' ? String(v.perCell) : plural(v.perCell, v.unit)} for each plant`;
  return `${String(Math.round(100 * v.alive))} in 100 alive${cell}`;
});
const hard = computed(() => props.variety.state === 'grow' || props.variety.difficulty === 'hard');
const WORDS = { ask: 'Ask', wait: 'Wait for it', grow: 'I could' } as const;
const ASKED = { ask: 'asked for', wait: 'you are in line', offer: 'offered' } as const;
</script>

<template>
  <li>
    <div class="what">
      <p>
        <strong>{{ variety.variety }}</strong> {{ crop }}
      </p>
      <p class="quiet small">{{ about }}</p>
      <p v-for="c in variety.cautions" :key="c" class="caution small">{{ c }}</p>
    </div>
    <div class="do">
      <span v-if="variety.difficulty" class="small how" :class="hard ? 'hard' : variety.difficulty">{{
        DIFFICULTY_WORDS[variety.difficulty]
      }}</span>
      <span v-if="asked" class="quiet small">{{ asked.laidOn ? 'lies ready' : ASKED[asked.kind] }}</span>
      <Button
        v-else-if="mayAsk"
        :label="WORDS[variety.state]"
        :aria-label="`${WORDS[variety.state]}: ${variety.variety}`"
        :severity="variety.state === 'ask' ? undefined : 'secondary'"
        @click="$emit('ask')"
      />
    </div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  padding: 11px 0;
  border-bottom: 1px solid var(--rule);
}
.what {
  display: grid;
  gap: 2px;
  align-content: start;
}
strong {
  font-weight: 600;
}
.do {
  display: grid;
  gap: 4px;
  justify-items: end;
  align-content: start;
}
.how {
  font-weight: 600;
  color: var(--quiet);
  max-width: 120px;
  text-align: right;
}
.how.easy {
  color: var(--good);
}
.how.hard {
  color: var(--watch);
}
</style>
