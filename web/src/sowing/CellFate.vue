<script setup lang="ts">
import { FATE_FACTS, FATES } from '@esprel/core';
import type { FateOfCell } from '@esprel/core/api';
import { onMounted, ref } from 'vue';

/** What happened in one cell of a tray: a cause, nothing, or never mind. */
const props = defineProps<{ where: string; sown: boolean }>();
const emit = defineEmits<{ answer: [fate: FateOfCell | null]; leave: [] }>();
const box = ref<HTMLElement | null>(null);
const causes = FATES.filter((f) => f !== 'came-up');
onMounted(() => {
  // Of an empty cell nothing is done by pressing Enter once too often.
  const buttons = box.value?.querySelectorAll<HTMLElement>('button') ?? [];
  buttons[props.sown ? 0 : buttons.length - 1]?.focus({ preventScroll: true });
  // All of it, not only the button that has the focus.
  box.value?.scrollIntoView({ block: 'nearest' });
});
</script>

<template>
  <div ref="box" class="choices" role="dialog" :aria-label="`What happened in ${where}`" @keydown.esc="emit('leave')">
    <p v-if="sown">
      <strong>What happened in {{ where }}?</strong> Only some causes speak of the seed; the others leave the cell out.
    </p>
    <p v-else>
      <strong>As far as is written, nothing is sown in {{ where }}.</strong>
    </p>
    <div v-if="sown" class="fates">
      <button v-for="f in causes" :key="f" type="button" @click="emit('answer', f)">
        {{ FATE_FACTS[f].words }} <span class="small quiet">{{ FATE_FACTS[f].speaksOfSeed ? 'counts for the lot' : 'left out' }}</span>
      </button>
      <button type="button" @click="emit('answer', null)">nothing, it is well</button>
    </div>
    <slot />
    <div class="fates"><button type="button" @click="emit('leave')">leave it as it is</button></div>
  </div>
</template>

<style scoped>
.choices {
  border: 1px solid var(--dashes);
  background: var(--sheet);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
.fates {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.fates button {
  min-height: 40px;
  padding: 4px 12px;
  border: 1px solid var(--dashes);
  border-radius: 3px;
  background: var(--paper);
  cursor: pointer;
}
</style>
