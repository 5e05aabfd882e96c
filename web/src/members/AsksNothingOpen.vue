<script setup lang="ts">
import NothingOpen from '../base/NothingOpen.vue';
</script>

<template>
  <NothingOpen title="From the ask to the hand">
    <p>
      Open what is asked for: the best lot for it stands first, alive enough and the soonest to be lost. Lay the packet ready, with its
      label and slip.
    </p>
    <p>When somebody comes for it, scan their card and then the packet: that is the loan.</p>
  </NothingOpen>
</template>
