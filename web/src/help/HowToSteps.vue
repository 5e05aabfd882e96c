<script setup lang="ts">
import { KEYS } from './keys.ts';
import { computed } from 'vue';
import type { HowTo } from './howToType.ts';
import WordHelp from '../base/WordHelp.vue';

/** How one page works: its picture with numbers, the steps that belong to them, its words and its keys. */
const props = defineProps<{ howTo: HowTo }>();
const picture = computed(() => `/help/${props.howTo.id}.jpg`);
const keys = computed(() => KEYS.filter((k) => props.howTo.keys.includes(k.key)));
</script>

<template>
  <div class="how">
    <a :href="picture" target="_blank" rel="noopener"
      ><img
        :src="picture"
        :alt="`${howTo.title}: the page, with numbers where the steps below belong. Opens larger`"
        width="1040"
        height="650"
    /></a>
    <ol>
      <li v-for="s in howTo.steps" :key="s.words" :data-at="s.at">{{ s.words }}</li>
    </ol>
    <section v-if="howTo.words.length > 0" aria-label="Words">
      <h3>Words</h3>
      <p class="words">
        <template v-for="(w, i) in howTo.words" :key="w"><template v-if="i > 0"> · </template><WordHelp :of="w" /></template>
      </p>
    </section>
    <section aria-label="Keys">
      <h3>Keys</h3>
      <dl>
        <template v-for="k in keys" :key="k.key">
          <dt>
            <kbd>{{ k.key }}</kbd>
          </dt>
          <dd>{{ k.does }}</dd>
        </template>
      </dl>
    </section>
  </div>
</template>

<style scoped>
.how,
section {
  display: grid;
  gap: 10px;
}
img {
  width: 100%;
  height: auto;
  border: 1px solid var(--rule);
}
ol {
  margin: 0;
  padding-left: 22px;
  display: grid;
  gap: 6px;
}
.words {
  line-height: 2;
}
dl {
  margin: 0;
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 6px 14px;
}
dd {
  margin: 0;
}
</style>
