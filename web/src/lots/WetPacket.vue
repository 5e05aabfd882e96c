<script setup lang="ts">
import { lotsApi } from '@esprel/core/api';
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

/** A packet that got wet: how it is dried now, and that it is tested after. */
const props = defineProps<{ code: string; version: number; wet: { readonly wetOn: string; readonly driedOn: string | null } }>();
const changes = useChanges();
const session = useSession();
const format = useFormat();
const dry = (): void => void changes.make(lotsApi.wet, { code: props.code }, { version: props.version, what: 'dry', onDay: session.today });
</script>

<template>
  <DeskMessage kind="caution" class="wet">
    <template v-if="wet.driedOn === null">
      <p>
        <strong>It got wet {{ format.day(wet.wetOn) }}. Dry it now:</strong> thin on paper in moving air, at {{ format.warmth(30) }} at
        most, out of the sun and never in an oven; stir it every day until it is brittle. Mould: do not sniff it, bin it closed.
      </p>
      <p><Button severity="secondary" label="It is dry again" @click="dry" /></p>
    </template>
    <p v-else>
      <strong>It was wet {{ format.day(wet.wetOn) }}, and is dry since {{ format.day(wet.driedOn) }}.</strong> Test it before it is sown or
      lent: <RouterLink :to="`/lots/${code}/test`">lay a test</RouterLink>.
    </p>
  </DeskMessage>
</template>

<style scoped>
.wet {
  display: grid;
  gap: 8px;
}
</style>
