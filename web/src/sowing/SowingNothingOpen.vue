<script setup lang="ts">
import NothingOpen from '../base/NothingOpen.vue';
</script>

<template>
  <NothingOpen title="What came up, and why not">
    <p>
      Choose a sowing on the left to count what is up, or to say what became of it. Only causes that speak of the seed move the estimate of
      its lot: a tray that dried out says nothing about the seed in it.
    </p>
    <p>
      To sow at once, open a lot and press Sow. What is to be sown later is planned as
      <RouterLink to="/sowing/season">lanes of the season</RouterLink> and laid out on <RouterLink to="/sowing/trays">trays</RouterLink>.
      What a member sowed is written down from the member’s page.
    </p>
  </NothingOpen>
</template>
