<script setup lang="ts">
import { GLOSSARY, type GlossaryKey, type GlossaryWord } from '@esprel/core';
import Popover from 'primevue/popover';
import { computed, ref } from 'vue';

/** A word of a page that says what it means when it is pressed. What lies in it is the word as it stands there. */
const props = defineProps<{ of: GlossaryKey }>();
const box = ref<InstanceType<typeof Popover> | null>(null);
const shown = ref<GlossaryKey>(props.of);
const opened = ref(false);
const word = computed<GlossaryWord>(() => GLOSSARY[shown.value]);
const others = computed(() => word.value.see as readonly GlossaryKey[]);

function open(event: Event): void {
  shown.value = props.of;
  box.value?.toggle(event);
}
</script>

<template>
  <button type="button" class="word" :aria-expanded="opened" aria-haspopup="dialog" @click.stop.prevent="open">
    <slot>{{ GLOSSARY[of].word }}</slot><span class="unseen">, what that means</span></button
  ><Popover ref="box" :aria-label="`What “${word.word}” means`" @show="opened = true" @hide="opened = false">
    <div class="meaning">
      <h3>{{ word.word }}</h3>
      <p>{{ word.is }}</p>
      <p v-if="word.so">{{ word.so }}</p>
      <p v-if="others.length > 0" class="small">
        See also
        <template v-for="(k, i) in others" :key="k"
          ><template v-if="i > 0">, </template
          ><button type="button" class="link" @click="shown = k">{{ GLOSSARY[k].word }}</button></template
        >
      </p>
    </div>
  </Popover>
</template>

<style scoped>
.word {
  border: 0;
  background: none;
  padding: 0;
  color: inherit;
  font: inherit;
  letter-spacing: inherit;
  word-spacing: inherit;
  text-align: inherit;
  cursor: help;
  text-decoration: underline dotted;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 3px;
  text-decoration-color: var(--edge);
}
.word:hover,
.word[aria-expanded='true'] {
  text-decoration-color: var(--action);
}
.meaning {
  max-width: 320px;
  display: grid;
  gap: 6px;
  font-weight: 400;
  text-align: left;
  white-space: normal;
}
</style>
