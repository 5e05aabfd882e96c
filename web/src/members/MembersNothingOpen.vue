<script setup lang="ts">
import NothingOpen from '../base/NothingOpen.vue';
</script>

<template>
  <NothingOpen title="Who has which seed">
    <p>
      Choose a member to see what was borrowed, what came up, and what is promised back. Seed that comes back is written down from there.
    </p>
    <p>Names and gardens are personal: keep places coarse, and do not pass the list on.</p>
  </NothingOpen>
</template>
