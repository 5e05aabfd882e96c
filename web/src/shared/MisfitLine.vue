<script setup lang="ts">
import type { SwapMisfit } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { nextTick, ref } from 'vue';

/** Something of a swap day that does not fit: both sides, one proposal, or set aside with why. */
const props = defineProps<{ misfit: SwapMisfit }>();
const emit = defineEmits<{ take: []; aside: [why: string] }>();
const asking = ref(false);
const why = ref('');
const wrong = ref(false);

async function ask(): Promise<void> {
  asking.value = true;
  await nextTick();
  document.getElementById(`why-${String(props.misfit.id)}`)?.focus();
}
function setAside(): void {
  wrong.value = why.value.trim() === '';
  if (!wrong.value) emit('aside', why.value.trim());
}
</script>

<template>
  <article class="misfit">
    <div class="words">
      <p>
        <strong>{{ misfit.words }}.</strong>
      </p>
      <p class="quiet small">
        {{ misfit.desk }}<template v-if="misfit.otherDesk"> and {{ misfit.otherDesk }}</template
        ><slot />
      </p>
    </div>
    <div v-if="!asking" class="row-of-buttons">
      <Button v-if="misfit.proposal" severity="secondary" :label="misfit.proposal" @click="emit('take')" />
      <Button severity="secondary" :label="misfit.proposal ? 'Set aside' : 'Put right by hand, then set aside'" @click="ask" />
    </div>
    <form v-else class="row-of-buttons" novalidate @submit.prevent="setAside">
      <label :for="`why-${misfit.id}`">Why is nothing to be done?</label>
      <InputText
        :id="`why-${misfit.id}`"
        v-model="why"
        class="why"
        maxlength="300"
        autocomplete="off"
        :invalid="wrong"
        :aria-describedby="wrong ? `why-${misfit.id}-wrong` : undefined"
      />
      <Button type="submit" severity="secondary" label="Set aside" />
      <Button type="button" severity="secondary" label="Not yet" @click="asking = false" />
      <p v-if="wrong" :id="`why-${misfit.id}-wrong`" role="alert" class="wrong">Say why, for whoever reads it later.</p>
    </form>
  </article>
</template>

<style scoped>
.misfit {
  border-left: 4px solid var(--act);
  background: var(--act-soft);
  padding: 9px 14px;
  display: grid;
  gap: 8px;
}
.words {
  display: grid;
  gap: 2px;
}
.why {
  flex: 1 1 180px;
  width: auto;
}
.wrong {
  flex: 1 1 100%;
  color: var(--act-deep);
  font-weight: 600;
}
.small {
  color: var(--ink-soft);
}
</style>
