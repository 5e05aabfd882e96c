<script setup lang="ts">
import { traysApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import OpeningNote from '../base/OpeningNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import TrayGrowing from './TrayGrowing.vue';
import TrayPlan from './TrayPlan.vue';

/** A tray: a map to paint until it is sown, then cells to look at. */
const props = defineProps<{ id: string }>();
const { data, problem, reload } = useRead(traysApi.sheet, () => ({ id: props.id }));
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="tray" />
  <TrayPlan v-else-if="data && data.tray.sownOn === null" :key="`plan ${id}`" :sheet="data" @reload="reload" />
  <TrayGrowing v-else-if="data" :key="`growing ${id}`" :sheet="data" />
  <OpeningNote v-else what="the tray" />
</template>
