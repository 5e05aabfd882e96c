<script setup lang="ts">
import { GLOSSARY, GLOSSARY_KEYS } from '@esprel/core';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import KeysList from './KeysList.vue';
import TwoPanes from '../base/TwoPanes.vue';
import { HOW_TOS } from './howTo.ts';
import HowToSteps from './HowToSteps.vue';

/** All of the help at once: how each page works, what words mean, and the keys. */
const opened = ref<string | null>(null);
const typed = ref('');
const words = computed(() => {
  const wanted = typed.value.trim().toLowerCase();
  return GLOSSARY_KEYS.map((key) => ({ key, ...GLOSSARY[key] }))
    .filter((w) => `${w.word} ${w.is} ${w.so ?? ''}`.toLowerCase().includes(wanted))
    .sort((a, b) => a.word.localeCompare(b.word));
});
</script>

<template>
  <TwoPanes left="How pages work" right="What words mean">
    <h1>Help</h1>
    <p class="quiet">On any page <kbd>?</kbd> opens its own part of this, beside the work.</p>
    <ul class="plain pages">
      <li v-for="h in HOW_TOS" :key="h.id" :data-how-to="h.id" :data-demo="h.demo">
        <h2>
          <button type="button" :aria-expanded="opened === h.id" @click="opened = opened === h.id ? null : h.id">{{ h.title }}</button>
        </h2>
        <HowToSteps v-if="opened === h.id" :how-to="h" />
      </li>
    </ul>
    <h2>Keys</h2>
    <KeysList />
    <template #right>
      <h2>What words mean</h2>
      <label class="unseen" for="word">Find a word</label>
      <InputText id="word" v-model="typed" placeholder="Find a word" autocomplete="off" />
      <p v-if="words.length === 0" class="quiet">No word here fits that.</p>
      <dl>
        <template v-for="w in words" :key="w.key">
          <dt>{{ w.word }}</dt>
          <dd>
            {{ w.is }} <span v-if="w.so" class="quiet">{{ w.so }}</span>
          </dd>
        </template>
      </dl>
    </template>
  </TwoPanes>
</template>

<style scoped>
.pages {
  border-top: 1px solid var(--rule);
}
.pages li {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 4px;
}
.pages h2 {
  font-size: 17px;
}
.pages button {
  width: 100%;
  min-height: 42px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.pages button:hover {
  text-decoration: underline;
}
.pages :deep(.how) {
  padding: 6px 0 14px;
}
dl {
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0 0 10px;
}
</style>
