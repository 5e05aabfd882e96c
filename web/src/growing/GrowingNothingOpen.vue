<script setup lang="ts">
import NothingOpen from '../base/NothingOpen.vue';
</script>

<template>
  <NothingOpen title="Kept to itself">
    <p>Open a patch on the plan: how much of its seed would be crossed, from where, and what would help.</p>
    <p class="quiet">
      A patch comes of itself from each loan for seed, each bed that is planned or sown, and each packet for the garden that flowers. Add
      those of neighbours, as far as anybody knows them.
    </p>
    <p><RouterLink to="/growing/learned">Which crops cross more here than expected</RouterLink></p>
  </NothingOpen>
</template>
