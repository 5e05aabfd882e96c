<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import type { ApiProblem } from '../base/api.ts';
import { useSession } from '../base/session.ts';

/** The paper of every form: what it is about, what is wrong that belongs to no field, and how to leave it. */
withDefaults(
  defineProps<{
    title: string;
    about?: string | undefined;
    action: string;
    sending: boolean;
    problem: ApiProblem | null;
    cancel?: boolean;
    /** What the button says that leaves everything as it is. */
    keep?: string;
    disabled?: boolean;
    /** What it does cannot be taken back. */
    final?: boolean;
  }>(),
  // A boolean that is left out would be false.
  { about: undefined, cancel: true, keep: 'Leave it', disabled: false, final: false },
);
const emit = defineEmits<{ submit: []; leave: [] }>();
const session = useSession();

/** Escape closes an open list first; the form is left by the next one. What was typed is kept either way. */
function escape(event: KeyboardEvent): void {
  if ((event.target as HTMLElement).getAttribute('aria-expanded') !== 'true') emit('leave');
}
</script>

<template>
  <form class="form scrolls" novalidate @submit.prevent="emit('submit')" @keydown.esc="escape">
    <header>
      <h1>{{ title }}</h1>
      <p v-if="about" class="quiet">{{ about }}</p>
    </header>
    <DeskMessage v-if="session.unreached" kind="problem">
      The library does not answer just now, and this cannot be kept here: it can be written down once it is back. What is typed stays.
    </DeskMessage>
    <slot name="before" />
    <DeskMessage v-if="problem" kind="problem">
      <strong>{{ problem.message }}</strong>
      <slot name="problem" />
    </DeskMessage>
    <div class="fields"><slot /></div>
    <footer>
      <Button type="submit" :class="{ final }" :disabled="disabled || sending" :label="sending ? 'Writing it down …' : action" />
      <Button v-if="cancel" severity="secondary" :label="keep" type="button" @click="emit('leave')" />
      <slot name="actions" />
    </footer>
    <slot name="after" />
  </form>
</template>

<style scoped>
.form {
  height: 100%;
  padding: 20px 24px 26px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header h1 {
  font-size: 23px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  gap: 13px 16px;
}
.fields > :deep(*) {
  grid-column: span 12;
}
.fields > :deep(.half) {
  grid-column: span 6;
}
.fields > :deep(.quarter) {
  grid-column: span 3;
}
.fields > :deep(.third) {
  grid-column: span 4;
}
.fields > :deep(.two-thirds) {
  grid-column: span 8;
}

.problem {
  border-left: 4px solid var(--act);
  background: var(--act-soft);
  padding: 10px 14px;
}
footer {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
  position: sticky;
  bottom: -26px;
  background: var(--form-ground, var(--sheet));
  border-top: 1px solid var(--rule);
  padding: 10px 0 12px;
  z-index: 2;
}
@media (max-width: 560px) {
  .fields > :deep(*) {
    grid-column: span 12 !important;
  }
}
.final.p-button {
  background: var(--act);
  border-color: var(--act);
}
</style>
