<script setup lang="ts">
import Skeleton from 'primevue/skeleton';
import { computed } from 'vue';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import type { LotLine } from './lotLines.ts';
import LotsRow from './LotsRow.vue';
import { useLotList } from './useLotList.ts';

/** One line of the list: a crop's heading, a lot, or the place of a lot that is still to be read. */
const props = defineProps<{ what: LotLine; opened: string | null; /** Lots before the marked one. */ marked: number }>();
const emit = defineEmits<{ open: [code: string] }>();
const list = useLotList();
const table = useTable();
const session = useSession();
const at = computed(() => ('lot' in props.what ? props.what.lot : null));
const lot = computed(() => (at.value === null ? null : list.lotAt(at.value)));
</script>

<template>
  <h2 v-if="'crop' in what" class="crop">
    <span>{{ what.crop.name }}</span> <span class="latin">{{ what.crop.scientific }}</span>
    <span class="n">{{ what.crop.n }} {{ what.crop.n === 1 ? 'lot' : 'lots' }}</span>
  </h2>
  <div v-else :data-at="at">
    <LotsRow
      v-if="lot"
      :lot="lot"
      :today="session.today"
      :open="lot.code === opened"
      :marked="at === marked"
      :on-table="table.has(lot.code)"
      @open="emit('open', $event)"
      @pull="table.toggle"
    />
    <div v-else class="coming"><Skeleton height="14px" /></div>
  </div>
</template>

<style scoped>
.coming {
  height: 38px;
  padding: 12px 20px;
}
.crop {
  height: 38px;
  padding: 0 18px 0 20px;
  font-size: 17px;
  display: flex;
  align-items: flex-end;
  gap: 9px;
  line-height: 30px;
  box-shadow: inset 0 -2px 0 var(--edge);
}
.crop .latin,
.crop .n {
  font-family: var(--text);
  font-weight: 400;
  font-size: 15px;
}
.crop .n {
  margin-left: auto;
  font-size: 14px;
  color: var(--quiet);
}
</style>
