<script setup lang="ts" generic="T extends object">
import AutoComplete, { type AutoCompleteCompleteEvent } from 'primevue/autocomplete';
import { shallowRef } from 'vue';
import FieldShell from './FieldShell.vue';

/**
 * A field that finds: a chosen thing, or the text typed so far. `search` answers what fits the text; a late answer to
 * an earlier text is dropped.
 */
const props = defineProps<{
  id: string;
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  optional?: boolean;
  placeholder?: string;
  search: (text: string) => Promise<readonly T[]>;
  words: (item: T) => string;
  detail?: (item: T) => string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ choose: [item: T] }>();
const model = defineModel<T | string | null>({ required: true });
const found = shallowRef<T[]>([]);
let asked = 0;

async function complete(event: AutoCompleteCompleteEvent): Promise<void> {
  const mine = ++asked;
  const items = await props.search(event.query).catch(() => []);
  if (mine === asked) found.value = [...items];
}
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint" :optional="optional">
    <template #default="{ described }">
      <AutoComplete
        v-model="model"
        :input-id="id"
        :suggestions="found"
        :option-label="(o: T | string) => (typeof o === 'string' ? o : words(o))"
        :delay="90"
        :min-length="1"
        :placeholder="placeholder"
        :disabled="disabled"
        :invalid="error !== undefined"
        :pt="{ pcInputText: { root: { 'aria-invalid': error !== undefined, 'aria-describedby': described } } }"
        auto-option-focus
        append-to="self"
        scroll-height="300px"
        @complete="complete"
        @option-select="emit('choose', $event.value as T)"
      >
        <template #option="{ option }">
          <span class="option"
            ><strong>{{ words(option as T) }}</strong
            ><span v-if="detail" class="quiet small">{{ detail(option as T) }}</span></span
          >
        </template>
        <template #empty><span class="quiet">Nothing like it yet; what you typed is taken as new.</span></template>
      </AutoComplete>
    </template>
  </FieldShell>
</template>

<style scoped>
.option {
  display: flex;
  gap: 10px;
  align-items: baseline;
  white-space: normal;
}
.option strong {
  font-weight: 600;
}
</style>
