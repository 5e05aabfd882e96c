<script setup lang="ts">
import { DIFFICULTY_WORDS } from '@esprel/core';
import type { FoundSeed } from '@esprel/core/api';

/** What may be lent, for anybody who looks by. */
defineProps<{ found: FoundSeed }>();
</script>

<template>
  <section aria-labelledby="public">
    <h2 id="public">What may be lent here</h2>
    <ul class="plain">
      <li v-for="v in found.varieties.filter((x) => x.state === 'ask')" :key="v.varietyId">
        <strong>{{ v.variety }}</strong> {{ v.crop.toLowerCase() }}
        <span v-if="v.difficulty" class="quiet small">{{ DIFFICULTY_WORDS[v.difficulty] }}</span>
        <span v-for="c in v.cautions" :key="c" class="caution small">{{ c }}</span>
      </li>
    </ul>
    <p v-if="found.more" class="quiet small">There is more at the desk.</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  padding-top: 12px;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
li span {
  display: block;
}
strong {
  font-weight: 600;
}
</style>
