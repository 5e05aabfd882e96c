<script setup lang="ts">
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import { computed, ref } from 'vue';
import FieldText from '../fields/FieldText.vue';
import { useSwapDesk } from './useSwapDesk.ts';

/** Who stands at the desk, what they brought and take, and who comes next. */
const desk = useSwapDesk();
const joining = ref(false);
const joins = ref('');
const agreed = ref(false);
const error = ref<string | undefined>(undefined);
const here = computed(() => (desk.visit === null ? { brought: 0, taken: 0 } : desk.ofVisit(desk.visit.key)));
/** What the rule of the house would have, said and never held against anybody. */
const ruleWords = computed(() => {
  const over = here.value.taken - here.value.brought;
  return desk.copy?.swap.rule !== 'free' && over > 0 ? `; ${String(over)} more than brought` : '';
});

async function join(): Promise<void> {
  const name = joins.value.trim();
  if (name === '' || !agreed.value) {
    error.value = name === '' ? 'a name, please' : 'ask first whether it may be written down';
    return;
  }
  await desk.comes({ joins: name });
  [joining.value, joins.value, agreed.value, error.value] = [false, '', false, undefined];
}
</script>

<template>
  <div class="visit" :class="{ nobody: desk.visit === null }">
    <p>
      <template v-if="desk.visit === null">
        <strong>Nobody at the desk.</strong> <span class="quiet">Scan a card; the first packet counts a visitor.</span>
      </template>
      <template v-else>
        <strong>{{ desk.visit.name ?? 'A visitor' }}</strong>
        <span class="quiet">brought {{ here.brought }}, takes {{ here.taken }}{{ ruleWords }}</span>
      </template>
    </p>
    <span class="row-of-buttons">
      <Button
        v-if="!joining && (desk.visit === null || desk.visit.name === null)"
        severity="secondary"
        variant="text"
        label="Joins"
        @click="joining = true"
      />
      <slot />
      <Button class="next" severity="secondary" :disabled="desk.visit === null" @click="desk.nextVisitor()"
        >Next visitor <kbd>N</kbd></Button
      >
    </span>
    <form v-if="joining" class="join" novalidate @submit.prevent="join">
      <FieldText id="join-name" v-model="joins" label="Who joins" maxlength="120" :error="error" />
      <label for="join-agrees"><Checkbox v-model="agreed" input-id="join-agrees" binary /> agrees that the name is written down</label>
      <span class="row-of-buttons">
        <Button type="submit" label="Joins" />
        <Button type="button" severity="secondary" variant="text" label="Not now" @click="joining = false" />
      </span>
    </form>
  </div>
</template>

<style scoped>
.visit {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 14px;
  padding: 8px 14px;
  background: var(--action-soft);
}
.visit strong {
  font-family: var(--serif);
  font-size: 17px;
}
.visit .quiet {
  color: var(--ink-soft);
}
.nobody {
  background: var(--wash);
}
.next {
  font-weight: 600;
}
.join {
  flex: 1 1 100%;
  display: grid;
  gap: 8px;
}
</style>
