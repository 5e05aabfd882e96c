<script setup lang="ts">
import type { BeginStepName } from '@esprel/core';
import type { Beginning } from '@esprel/core/api';
import { Check, Circle, CircleDashed, Minus } from '@lucide/vue';
import Button from 'primevue/button';
import { computed } from 'vue';
import { BEGIN_STATE_WORDS, BEGIN_WORDS } from './beginWords.ts';

/** One step of the first hour: a line with what there is of it; opened, why it is worth doing and the ways to do it. */
const props = defineProps<{
  step: Beginning['steps'][number];
  next: boolean;
  opened: boolean;
  mayChange: boolean;
  newest: readonly string[];
}>();
defineEmits<{ open: []; go: [to: string]; say: [said: 'open' | 'done' | 'not-for-us'] }>();
const words = computed(() => BEGIN_WORDS[props.step.step as BeginStepName]);
const links = computed(() => [
  ...words.value.links,
  ...(props.step.step === 'labels' && props.newest.length > 0
    ? [{ label: 'Labels for what you took in', to: `/labels?codes=${[...props.newest].reverse().join(',')}` }]
    : []),
]);
const SHAPES = { open: Circle, begun: CircleDashed, done: Check, 'not-for-us': Minus } as const;
const left = computed(() => props.step.state === 'open' || props.step.state === 'begun');
const minutes = computed(() => (props.step.minutes === 1 ? 'a minute' : `${String(props.step.minutes)} minutes`));
</script>

<template>
  <li :class="[step.state, { opened }]">
    <h2>
      <button type="button" class="line" :aria-expanded="opened" @click="$emit('open')">
        <component :is="SHAPES[step.state]" class="shape" :size="24" :stroke-width="2.2" aria-hidden="true" />
        <span class="title">{{ words.title }}</span>
        <span class="found quiet small">{{ step.found }}</span>
        <span class="state small">{{ left ? minutes : BEGIN_STATE_WORDS[step.state] }}</span>
      </button>
    </h2>
    <div v-if="opened" class="more">
      <p>{{ words.why }}</p>
      <p class="row-of-buttons">
        <Button
          v-for="(link, i) in links"
          :key="link.to"
          :label="link.label"
          :severity="next && i === 0 ? 'primary' : 'secondary'"
          @click="$emit('go', link.to)"
        />
      </p>
      <p v-if="mayChange && step.state !== 'done'" class="row-of-buttons said">
        <template v-if="left">
          <Button
            :label="step.step === 'labels' ? 'Labels come out right' : 'It is right as it stands'"
            severity="secondary"
            variant="text"
            @click="$emit('say', 'done')"
          />
          <Button label="Not for us" severity="secondary" variant="text" @click="$emit('say', 'not-for-us')" />
        </template>
        <Button v-else label="Take it up again" severity="secondary" variant="text" @click="$emit('say', 'open')" />
      </p>
    </div>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--rule);
}
li.opened {
  background: var(--sheet);
  box-shadow: inset 4px 0 0 var(--action);
}
h2 {
  font-size: 17px;
}
.line {
  display: grid;
  grid-template-columns: 26px 190px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 46px;
  padding: 6px 14px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.line:hover .title {
  text-decoration: underline;
}
.found,
.state {
  font-family: var(--text);
  font-weight: 400;
  letter-spacing: 0;
}
.state {
  color: var(--quiet);
}
.shape {
  color: var(--quiet);
}
.done .shape,
.done .state {
  color: var(--good-deep);
}
.begun .shape {
  color: var(--watch);
}
.more {
  display: grid;
  gap: 8px;
  padding: 0 14px 12px 52px;
}
.said :deep(.p-button) {
  min-height: 40px;
  padding-inline: 0 14px;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: 26px minmax(0, 1fr) auto;
  }
  .found {
    grid-column: 2 / -1;
    grid-row: 2;
  }
  .more {
    padding-left: 14px;
  }
}
</style>
