<script setup lang="ts">
import { asksApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import DeskMessage from '../base/DeskMessage.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { useRead } from '../base/useRead.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import SlipPage from './SlipPage.vue';

/** What goes along with a packet that lies ready: its slip here, its label from the label printer or on a sheet. */
const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const { data, problem } = useRead(asksApi.slip, () => ({ id: props.id }));
const label = computed(() => (typeof route.query.label === 'string' ? route.query.label : ''));
const sheet = computed(() => `/labels?kind=packet&ask=${props.id}&codes=${data.value?.lots[0]?.code ?? ''}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="packet" />
  <SlipPage v-else-if="data" :slip="data">
    <template #more>
      <Button severity="secondary" label="Label on a sheet" @click="router.push(sheet)" />
      <Button severity="secondary" label="To what is asked for" @click="router.push('/asks')" />
    </template>
    <div v-if="label !== ''" class="noprint">
      <DeskMessage v-if="label === 'out'" kind="notice">The label came out of the label printer. Stick it on the packet.</DeskMessage>
      <DeskMessage v-else kind="problem">The label did not come out: {{ label }}</DeskMessage>
    </div>
  </SlipPage>
  <OpeningNote v-else what="the slip" />
</template>
