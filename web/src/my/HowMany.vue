<script setup lang="ts">
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, useId } from 'vue';

/** A number with a thumb: the likely ones as buttons, any other typed. */
const props = defineProps<{
  label: string;
  most: number;
  least?: number;
  /** Numbers that are one tap away, with what they are called. */
  likely: readonly { readonly n: number; readonly words: string }[];
  /** What is done with it. */
  action: string;
}>();
const emit = defineEmits<{ say: [n: number]; leave: [] }>();
const id = useId();
const typed = ref('');
const value = computed(() => (/^\d{1,7}$/.test(typed.value.trim()) ? Number(typed.value.trim()) : null));
const wrong = computed(() => {
  if (typed.value.trim() === '') return null;
  const least = props.least ?? 0;
  if (value.value === null || value.value < least) return `a whole number from ${String(least)}`;
  return value.value > props.most ? `${String(props.most)} at most` : null;
});
function say(): void {
  if (value.value !== null && wrong.value === null) emit('say', value.value);
}
</script>

<template>
  <form class="how-many" @submit.prevent="say">
    <p :id="`${id}-label`" class="label">{{ label }}</p>
    <div v-if="likely.length > 0" class="buttons">
      <Button v-for="l in likely" :key="l.words" type="button" :label="l.words" @click="emit('say', l.n)" />
    </div>
    <div class="buttons">
      <InputText
        :id="id"
        v-model="typed"
        class="number"
        inputmode="numeric"
        autocomplete="off"
        :placeholder="likely.length > 0 ? 'another' : 'number'"
        :aria-labelledby="`${id}-label`"
        :aria-describedby="wrong ? `${id}-wrong` : undefined"
        :invalid="wrong !== null"
      />
      <Button type="submit" :label="action" :disabled="value === null || wrong !== null" />
      <Button type="button" label="Not now" severity="secondary" variant="text" @click="emit('leave')" />
    </div>
    <p v-if="wrong" :id="`${id}-wrong`" class="caution" role="alert">{{ wrong }}</p>
  </form>
</template>

<style scoped>
.how-many {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--hair);
  padding-top: 10px;
}
.label {
  font-weight: 600;
}
.number {
  width: 104px;
}
</style>
