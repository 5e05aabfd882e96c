<script setup lang="ts">
import { membersApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import { useRead } from '../base/useRead.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import SlipPage from './SlipPage.vue';

/** What a member takes along on paper, of some loans or of all that they have in hand. */
const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const loans = computed(() => (typeof route.query.loans === 'string' ? route.query.loans : ''));
const { data, problem } = useRead(membersApi.slip, () => ({ id: props.id, loans: loans.value }));
const labels = computed(() => `/labels?kind=packet&codes=${[...new Set(data.value?.lots.map((l) => l.code))].join(',')}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <SlipPage v-else-if="data" :slip="data">
    <template #more>
      <Button v-if="data.lots.length > 0" severity="secondary" label="Labels for the packets" @click="router.push(labels)" />
      <Button severity="secondary" label="To the member" @click="router.push(`/members/${id}`)" />
    </template>
  </SlipPage>
  <OpeningNote v-else what="the slip" />
</template>
