<script setup lang="ts" generic="T extends string | number">
import Select from 'primevue/select';
import { computed } from 'vue';

/** A choice that acts at once, in a bar or a heading: named for the ear only. */
const props = defineProps<{ label: string; options: readonly { readonly value: T; readonly label: string }[] }>();
const model = defineModel<T>({ required: true });
/** An empty value counts as none, and would show nothing. */
const words = computed(() => props.options.find((o) => o.value === model.value)?.label);
</script>

<template>
  <Select
    v-model="model"
    class="quick"
    :aria-label="label"
    :options="options as { value: T; label: string }[]"
    option-label="label"
    option-value="value"
    :placeholder="words"
    scroll-height="300px"
  />
</template>

<style scoped>
.quick {
  width: auto;
  min-width: 120px;
  max-width: 100%;
}
.quick :deep(.p-placeholder) {
  color: inherit;
}
</style>
