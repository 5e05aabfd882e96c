<script setup lang="ts" generic="T extends string">
import RadioButton from 'primevue/radiobutton';
/** A few words of which one holds: radio buttons that look like cut card. Arrows choose, as in any radio group. */
defineProps<{
  id: string;
  label: string;
  options: readonly { readonly value: T; readonly label: string }[];
  error?: string | undefined;
  hint?: string | undefined;
}>();
const model = defineModel<T | null>({ required: true });
</script>

<template>
  <fieldset class="choice" :aria-describedby="error ? `${id}-error` : undefined">
    <legend>{{ label }}</legend>
    <div class="cards">
      <label v-for="o in options" :key="o.value" class="card cut-card" :class="{ chosen: model === o.value }">
        <RadioButton v-model="model" :name="id" :value="o.value" :invalid="error !== undefined" />
        {{ o.label }}
      </label>
    </div>
    <p v-if="error" :id="`${id}-error`" class="error" role="alert">{{ error }}</p>
    <p v-else-if="hint" class="quiet small">{{ hint }}</p>
  </fieldset>
</template>

<style scoped>
.choice {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
  display: grid;
  gap: 3px;
  align-content: start;
}
legend {
  font-weight: 600;
  padding: 0;
  margin-bottom: 3px;
}
.cards {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.card {
  position: relative;
  min-height: 40px;
  padding: 8px 12px;
  border: 1px solid var(--dashes);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.card.chosen {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--action);
}
.card:has(:focus-visible) {
  outline: 3px solid var(--focus);
  outline-offset: 1px;
}
.error {
  color: var(--act);
  font-weight: 600;
  font-size: 14px;
}
</style>
