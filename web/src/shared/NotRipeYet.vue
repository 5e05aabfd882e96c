<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import Button from 'primevue/button';

/** Asks about a year of harvest that has had none yet: most likely it is the year of packing. */
defineProps<{ year: string }>();
const emit = defineEmits<{ packed: [] }>();
/** Said to be right all the same; left out where nothing waits for it. */
const sure = defineModel<boolean | undefined>();
</script>

<template>
  <p class="not-yet" role="status">
    <span>Nothing of {{ year }} is ripe yet. Most likely it is what the packet was packed for.</span>
    <Button type="button" size="small" severity="secondary" :label="`Packed for ${year}`" @click="emit('packed')" />
    <label v-if="sure !== undefined"><Checkbox v-model="sure" binary /> It was harvested in {{ year }} all the same</label>
  </p>
</template>

<style scoped>
.not-yet {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 8px 12px;
}
label {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
</style>
