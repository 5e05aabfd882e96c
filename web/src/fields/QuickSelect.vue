<script setup lang="ts" generic="T extends string | number">
import Select from 'primevue/select';

/** A choice that acts at once, in a bar or a heading: named for the ear only. */
defineProps<{ label: string; options: readonly { readonly value: T; readonly label: string }[] }>();
const model = defineModel<T>({ required: true });
</script>

<template>
  <Select
    v-model="model"
    class="quick"
    :aria-label="label"
    :options="options as { value: T; label: string }[]"
    option-label="label"
    option-value="value"
    scroll-height="300px"
  />
</template>

<style scoped>
.quick {
  width: auto;
  min-width: 120px;
  max-width: 100%;
}
</style>
