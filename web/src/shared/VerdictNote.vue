<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import type { NOTHING_LEFT, Verdict } from '@esprel/core';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useFormat } from '../base/useFormat.ts';
import { verdictLook } from './verdictLook.ts';
import VerdictShape from './VerdictShape.vue';

const props = defineProps<{
  verdict: {
    readonly verdict: Verdict | typeof NOTHING_LEFT;
    readonly beside: Verdict | null;
    readonly reason: string;
    readonly nextLook?: string | null;
  };
  /** The one thing that follows from it, as a word and an address. */
  next?: { readonly words: string; readonly to: string } | null;
  quarantine?: boolean;
}>();
const router = useRouter();
const format = useFormat();
const look = computed(() => verdictLook(props.verdict.verdict));
const beside = computed(() => (props.verdict.beside === null || props.quarantine ? null : verdictLook(props.verdict.beside)));
</script>

<template>
  <div class="verdict" :style="{ background: look.soft, borderColor: look.colour }">
    <VerdictShape :verdict="verdict.verdict" :size="18" />
    <div>
      <h2 :style="{ color: look.colour }">
        <WordHelp of="verdict">{{ look.words }}</WordHelp>
        <span v-if="beside" class="beside"><VerdictShape :verdict="verdict.beside" /> {{ beside.words }} meanwhile</span>
      </h2>
      <p>{{ verdict.reason }}</p>
      <p v-if="next || verdict.nextLook" class="row-of-buttons then">
        <Button v-if="next" size="small" :label="next.words" @click="router.push(next.to)" />
        <span v-if="verdict.nextLook" class="quiet small">check it again {{ format.day(verdict.nextLook) }}</span>
        <slot />
      </p>
    </div>
  </div>
</template>

<style scoped>
.verdict {
  display: flex;
  gap: 12px;
  border-left: 5px solid;
  padding: 10px 14px 12px;
}
.verdict > svg {
  margin-top: 3px;
}
.then {
  margin-top: 6px;
}
h2 {
  font-size: 18px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}
.beside {
  font-family: var(--text);
  font-size: 15px;
  color: var(--ink);
  letter-spacing: 0;
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
