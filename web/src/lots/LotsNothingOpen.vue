<script setup lang="ts">
import { useSession } from '../base/session.ts';

const session = useSession();
</script>

<template>
  <div class="empty">
    <h2>{{ session.settings?.libraryName ?? 'The library' }}</h2>
    <p>Choose a lot on the left, with the mouse or with the arrow keys and Enter. Scan a label, or press <kbd>/</kbd> and type its code.</p>
    <p>
      The line in each row is how much of the lot is still alive over its years; the pale part is how sure we are, the dotted line is where
      lending stops.
    </p>
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 12px;
  padding: 30px 26px;
  max-width: 46ch;
}
</style>
