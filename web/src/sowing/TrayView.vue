<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { useFetched } from '../base/useFetched.ts';
import TrayGrowing from './TrayGrowing.vue';
import TrayPlan from './TrayPlan.vue';
import type { TraySheetData } from '../answers/trays.ts';

/** A tray: a map to paint until it is sown, then cells to look at. */
const props = defineProps<{ id: string }>();
const { data, problem, reload } = useFetched<TraySheetData>(() => `/trays/${props.id}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="tray" />
  <TrayPlan v-else-if="data && data.tray.sownOn === null" :key="`plan ${id}`" :sheet="data" @reload="reload" />
  <TrayGrowing v-else-if="data" :key="`growing ${id}`" :sheet="data" />
  <OpeningNote v-else what="the tray" />
</template>
