<script setup lang="ts">
import type { FoundSeed, FoundVariety, MyAsk } from '@esprel/core/api';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { ref, useId, watch } from 'vue';
import FoundLine from './FoundLine.vue';

/** What may be lent: by name, by what can be sown now, is easy to save, or needs growers. Whoever is in may ask for it. */
type What = (typeof CHIPS)[number]['what'] | null;
const props = defineProps<{
  find: (q: string, what: What) => Promise<{ readonly found: FoundSeed; readonly kept: boolean }>;
  /** What they asked for, by variety; null for somebody who cannot ask from here. */
  asked: ReadonlyMap<number, MyAsk> | null;
}>();
defineEmits<{ ask: [variety: FoundVariety] }>();
const CHIPS = [
  { what: 'now', words: 'To sow now' },
  { what: 'easy', words: 'Easy to save' },
  { what: 'growers', words: 'Needs growers' },
] as const;
const id = useId();
const q = ref('');
const soon = useDebounce(q, 250);
const what = ref<What>('now');
const found = ref<FoundSeed | null>(null);
const kept = ref(false);
const problem = ref<string | null>(null);
/** What stands there is of the question before. */
const looking = ref(false);
let turn = 0;

async function look(): Promise<void> {
  const own = ++turn;
  looking.value = true;
  try {
    const answer = await props.find(soon.value.trim().slice(0, 100), what.value);
    // An answer that was overtaken is let go.
    if (own !== turn) return;
    found.value = answer.found;
    kept.value = answer.kept;
    problem.value = null;
  } catch (error) {
    if (own === turn) problem.value = (error as Error).message;
  } finally {
    if (own === turn) looking.value = false;
  }
}
watch([soon, what], () => void look(), { immediate: true });
function typed(): void {
  // A name is looked for among all.
  if (q.value.trim() !== '') what.value = null;
}
</script>

<template>
  <label class="unseen" :for="`${id}-q`">Name or crop</label>
  <InputText :id="`${id}-q`" v-model="q" type="search" placeholder="name or crop" autocomplete="off" @input="typed" />
  <div class="chips" role="group" aria-label="What for">
    <Button
      v-for="c in CHIPS"
      :key="c.what"
      :label="c.words"
      :severity="what === c.what ? 'contrast' : 'secondary'"
      :aria-pressed="what === c.what"
      @click="what = what === c.what ? null : c.what"
    />
  </div>
  <p v-if="kept" class="quiet small">No network: this is what was found here last.</p>
  <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  <p v-if="found && found.varieties.length === 0">
    Nothing here{{ q.trim() === '' ? '' : ` is called “${q.trim()}”` }}. Try a part of the name, the crop, or leave the three buttons off.
  </p>
  <ul v-if="found" class="plain" :aria-busy="looking" aria-label="Seed that was found">
    <FoundLine
      v-for="v in found.varieties"
      :key="v.varietyId"
      :variety="v"
      :asked="asked?.get(v.varietyId) ?? null"
      :may-ask="asked !== null"
      @ask="$emit('ask', v)"
    />
  </ul>
  <p v-if="found?.more" class="quiet small">There is more; type a part of the name or the crop.</p>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.chips :deep(.p-button) {
  padding-inline: 6px;
  font-size: 16px;
}
</style>
