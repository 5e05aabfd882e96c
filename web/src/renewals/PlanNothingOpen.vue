<script setup lang="ts">
import NothingOpen from '../base/NothingOpen.vue';
</script>

<template>
  <NothingOpen title="Before it is too late">
    <p>
      A library dies variety by variety. Here stands who would grow what for it, so that as much as can be is kept: by how alive each lot is
      and will be, who brings seed home, what each garden has room for, and what would cross.
    </p>
    <p>
      Open a variety to see why then and there, and what else it could be. Hold what you know better, bar what cannot be, drag a row to
      another season or onto another garden: the rest is found again around it.
    </p>
    <p>
      With a row in focus the <kbd>left</kbd> and <kbd>right</kbd> arrows move it to another season, <kbd>G</kbd> to the next garden,
      <kbd>H</kbd> holds it, <kbd>B</kbd> bars it.
    </p>
  </NothingOpen>
</template>
