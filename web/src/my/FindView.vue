<script setup lang="ts">
import { plural } from '@esprel/core';
import type { FoundVariety } from '@esprel/core/api';
import { computed } from 'vue';
import SeedFinder from './SeedFinder.vue';
import { useMine } from './useMine.ts';

/** What may be lent, to be asked for. */
const mine = useMine();
const asked = computed(() => new Map((mine.page?.asks ?? []).filter((a) => a.answer === null).map((a) => [a.varietyId, a])));
async function ask(v: FoundVariety): Promise<void> {
  const kind = v.state === 'ask' ? 'ask' : v.state === 'wait' ? 'wait' : 'offer';
  const { varietyId, variety, crop } = v;
  await mine.say({ what: 'ask', varietyId, variety, crop, kind, note: null });
}
</script>

<template>
  <h1>Find seed</h1>
  <SeedFinder :find="mine.find" :asked="asked" @ask="ask" />
  <p v-if="mine.page?.library.fairShare" class="quiet small">
    A fair share is {{ plural(mine.page.library.fairShare, 'packet') }} for everybody in a season.
  </p>
</template>
