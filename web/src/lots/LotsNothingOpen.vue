<script setup lang="ts">
import NothingOpen from '../base/NothingOpen.vue';
import { useSession } from '../base/session.ts';

const session = useSession();
</script>

<template>
  <NothingOpen :title="session.settings?.libraryName ?? 'The library'">
    <p>Choose a lot on the left, with the mouse or with the arrow keys and Enter. Scan a label, or press <kbd>/</kbd> and type its code.</p>
    <p>
      The line in each row is how much of the lot is still alive over its years; the pale part is how sure we are, the dotted line is where
      lending stops.
    </p>
  </NothingOpen>
</template>
