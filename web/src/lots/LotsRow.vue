<script setup lang="ts">
import { SURPRISES_FROM, surprising, truthWords } from '@esprel/core';
import type { ListedLot } from '@esprel/core/api';
import { Check, Plus } from '@lucide/vue';
import { computed } from 'vue';
import { amount, percent } from '../base/format.ts';
import RibbonSmall from '../charts/RibbonSmall.vue';
import AcquisitionShape from './AcquisitionShape.vue';
import { verdictLook } from '../shared/verdictLook.ts';
import VerdictShape from '../shared/VerdictShape.vue';

const props = defineProps<{ lot: ListedLot; today: string; open: boolean; marked: boolean; onTable: boolean }>();
const emit = defineEmits<{ open: [code: string]; pull: [code: string] }>();

const state = computed(() => (props.lot.state === 'quarantine' ? 'quarantine' : props.lot.verdict));
const look = computed(() => verdictLook(state.value));
const doubtful = computed(() => props.lot.identity === 'doubtful' || props.lot.identity === 'unknown');
/** Not quite true to type, in words; null of what is, and of what nothing can be said of. */
const surprises = computed(() =>
  props.lot.trueMean !== null && surprising({ mean: props.lot.trueMean }) >= SURPRISES_FROM ? truthWords(props.lot.trueMean) : null,
);
</script>

<template>
  <div class="row" :class="{ open }">
    <a
      class="line"
      :href="`/lots/${lot.code}`"
      :data-code="lot.code"
      :tabindex="marked ? 0 : -1"
      :aria-current="open ? 'true' : undefined"
      @click.exact.prevent="emit('open', lot.code)"
    >
      <span class="code" :class="{ long: lot.code.length > 8 }">{{ lot.code }}</span>
      <span class="name"
        ><span class="words">{{ lot.variety }}</span
        ><abbr v-if="doubtful" v-tooltip.top="'The name of this lot is in doubt'" aria-label=", its name is in doubt"> ?</abbr
        ><abbr v-else-if="surprises" v-tooltip.top="surprises" :aria-label="`, ${surprises}`"> ≈</abbr></span
      >
      <span class="year"><AcquisitionShape :acquisition="lot.acquisition" />{{ lot.year ?? 'no year' }}</span>
      <RibbonSmall
        v-if="lot.picture"
        class="ribbon"
        :points="lot.picture.ribbon"
        :dots="lot.picture.dots"
        :threshold="lot.picture.threshold"
        :today="today"
        :now="lot.median"
      />
      <span class="alive numbers">
        <template v-if="lot.median !== null"
          ><strong>{{ percent(lot.median) }}</strong> {{ Math.round((lot.low ?? 0) * 100) }}–{{
            Math.round((lot.high ?? 0) * 100)
          }}</template
        >
      </span>
      <span class="seeds numbers">{{ amount(lot.balance, lot.amountKnown) }}<span class="unseen"> seeds</span></span>
      <span class="verdict" :style="{ color: look.colour }"><VerdictShape :verdict="state" />{{ look.words }}</span>
    </a>
    <button
      v-tooltip.left="onTable ? 'Take off the table' : 'Put on the table'"
      type="button"
      class="pull"
      tabindex="-1"
      :aria-pressed="onTable"
      :aria-label="`${lot.code} on the table`"
      @click="emit('pull', lot.code)"
    >
      <component :is="onTable ? Check : Plus" :size="17" :stroke-width="2.2" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.row {
  height: 38px;
  display: flex;
  border-bottom: 1px solid var(--band);
  padding-right: 4px;
}
.row:hover {
  background: var(--hover);
}
.row.open {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.line {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 80px minmax(80px, 1fr) 66px 100px 94px 46px 142px;
  gap: 8px;
  align-items: center;
  padding-left: 20px;
  color: var(--ink);
  text-decoration: none;
}
.line:focus-visible {
  outline-offset: -3px;
}
.long {
  font-size: 13px;
}
.name {
  font-weight: 600;
  white-space: nowrap;
  display: flex;
  gap: 5px;
  min-width: 0;
}
/* A long name is cut, never the mark behind it. */
.name .words {
  overflow: hidden;
  text-overflow: ellipsis;
}
.name abbr {
  color: var(--watch);
  text-decoration: none;
}
.year {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--quiet);
  white-space: nowrap;
}
.alive {
  color: var(--quiet);
  white-space: nowrap;
}
.alive strong {
  color: var(--ink);
  font-weight: 600;
}
.seeds {
  white-space: nowrap;
  text-align: right;
  color: var(--ink-soft);
}
.verdict {
  display: flex;
  gap: 7px;
  align-items: center;
  font-weight: 600;
  white-space: nowrap;
}
.pull {
  width: 38px;
  border: 0;
  background: none;
  color: var(--bark);
  cursor: pointer;
}
.pull[aria-pressed='true'] {
  color: var(--action);
  background: var(--action-soft);
}
@media (max-width: 1250px) {
  .line {
    grid-template-columns: 82px minmax(70px, 1fr) 100px 94px 142px;
  }
  .year,
  .seeds {
    display: none;
  }
}
@media (max-width: 1100px) {
  .line {
    grid-template-columns: 84px minmax(70px, 1fr) 96px 142px;
  }
  .ribbon {
    display: none;
  }
}
@media (max-width: 480px) {
  .line {
    grid-template-columns: 82px minmax(60px, 1fr) 50px 26px;
    padding-left: 10px;
  }
  .alive {
    font-size: 0;
  }
  .alive strong {
    font-size: 15px;
  }
  .verdict {
    font-size: 0;
  }
}
</style>
