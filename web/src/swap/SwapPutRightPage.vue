<script setup lang="ts">
import { swapApi, type SwapMisfit } from '@esprel/core/api';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useRead } from '../base/useRead.ts';
import MisfitLine from '../shared/MisfitLine.vue';
import SwapFrame from './SwapFrame.vue';

/** What did not fit when the desks met, with both sides and one proposal each. */
const props = defineProps<{ id: string }>();
const changes = useChanges();
const { data, problem } = useRead(swapApi.misfits, () => ({ id: props.id }));
const put = (m: SwapMisfit, what: 'take' | 'set-aside', why: string | null): void =>
  void changes.make(swapApi.putRight, { id: m.id }, { version: m.version, what, why });
</script>

<template>
  <SwapFrame :id="id" here="put-right">
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.misfits.length === 0" class="empty">
      <strong>Everything fits.</strong> What two desks said of the same thing, or what the record did not know, would stand here.
    </p>
    <p v-else-if="data" class="quiet">
      Nothing was refused and nothing guessed. One tap takes the proposal, and can be taken back like any step.
    </p>
    <MisfitLine
      v-for="m in data?.misfits ?? []"
      :key="m.id"
      :misfit="m"
      @take="put(m, 'take', null)"
      @aside="(why) => put(m, 'set-aside', why)"
      ><template v-if="m.lotCode"
        >; <RouterLink class="code" :to="`/lots/${m.lotCode}`">{{ m.lotCode }}</RouterLink></template
      ></MisfitLine
    >
  </SwapFrame>
</template>
