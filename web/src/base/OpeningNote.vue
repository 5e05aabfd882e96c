<script setup lang="ts">
import Skeleton from 'primevue/skeleton';

/** Where a sheet will stand as soon as it is read. */
defineProps<{ what?: string }>();
</script>

<template>
  <div class="opening" role="status">
    <span class="unseen">{{ what === undefined ? 'Opening …' : `Opening ${what} …` }}</span>
    <Skeleton width="34%" height="14px" />
    <Skeleton width="62%" height="28px" />
    <Skeleton height="90px" />
    <Skeleton width="80%" height="14px" />
    <Skeleton width="71%" height="14px" />
  </div>
</template>

<style scoped>
.opening {
  display: grid;
  gap: 12px;
  padding: 26px 24px;
  align-content: start;
}
</style>
