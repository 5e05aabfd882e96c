<script setup lang="ts">
import { plural } from '@esprel/core';
import { useEventListener } from '@vueuse/core';
import { watch } from 'vue';
import { useKeptSteps } from '../base/keptSteps.ts';
import { useSession } from '../base/session.ts';

/** What works while the library does not answer, what waits here until it does, and what it did not take. */
const kept = useKeptSteps();
const session = useSession();
useEventListener(window, 'offline', () => {
  session.away(session.load);
});
useEventListener(window, 'online', () => void session.load());
watch(
  () => session.unreached,
  (away) => {
    if (!away) void kept.flush();
  },
);
</script>

<template>
  <p v-if="session.unreached" class="away" role="alert">
    <strong>The library does not answer.</strong> Counts of tests, looks at trays, scans of a stocktake and envelopes of a run can be
    written down all the same: they are kept here and sent by themselves. Everything else has to wait.
  </p>
  <p v-if="kept.waiting.length > 0" class="away" role="status">
    {{ plural(kept.waiting.length, 'step') }} kept here for the library:
    <template v-for="(w, i) in kept.waiting.slice(0, 3)" :key="w.key"
      ><template v-if="i > 0">; </template><RouterLink :to="w.at">{{ w.words }}</RouterLink></template
    ><template v-if="kept.waiting.length > 3"> and {{ kept.waiting.length - 3 }} more</template>.
  </p>
  <p v-for="r in kept.refused" :key="r.key" class="away" role="alert">
    The library did not take “{{ r.words }}”: {{ r.refused }} <RouterLink :to="r.at">See it</RouterLink>
  </p>
</template>

<style scoped>
.away {
  background: var(--act-soft);
  color: var(--act-deep);
  padding: 8px 20px;
}
</style>
