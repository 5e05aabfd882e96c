<script setup lang="ts" generic="T extends object">
import AutoComplete, { type AutoCompleteCompleteEvent } from 'primevue/autocomplete';
import { onScopeDispose, ref, shallowRef } from 'vue';
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
  /** What is said when nothing fits. */
  nothing?: string;
}>();
const emit = defineEmits<{ choose: [item: T] }>();
const model = defineModel<T | string | null>({ required: true });
const found = shallowRef<T[]>([]);
const field = ref<{ hide: () => void } | null>(null);
let asked = 0;

const isChosen = (): boolean => model.value !== null && typeof model.value === 'object';
/** The text that the list shows the answer to. */
let answered: string | null = null;

async function lookUp(text: string, wanted: () => boolean): Promise<boolean> {
  const items = await props.search(text).catch(() => []);
  // The list does not change under a finger that is on it.
  await pressed;
  if (!wanted() || isChosen()) return false;
  answered = text;
  found.value = [...items];
  return true;
}
async function complete(event: AutoCompleteCompleteEvent): Promise<void> {
  // A hand faster than the wait for its next letter may have chosen already.
  if (isChosen()) return;
  const mine = ++asked;
  await lookUp(event.query, () => mine === asked);
}

/** Until a press on the list is over. */
let pressed: Promise<void> = Promise.resolve();
function press(event: PointerEvent): void {
  if (event.target instanceof HTMLInputElement) return;
  pressed = new Promise((resolve) => {
    // A click comes after the release.
    const over = (): void => void setTimeout(resolve);
    window.addEventListener('pointerup', over, { once: true });
    window.addEventListener('pointercancel', over, { once: true });
  });
}
/** A press on the list leaves the cursor in the field. */
function keepFocus(event: MouseEvent): void {
  if (!(event.target instanceof HTMLInputElement)) event.preventDefault();
}

/**
 * Enter before the list has caught up with the hand means what Enter means a moment later: the first that fits. It is chosen also when
 * the hand has gone on to the next field by then.
 */
async function enter(event: KeyboardEvent): Promise<void> {
  const input = event.target as HTMLInputElement;
  const text = input.value;
  if (isChosen() || text.trim() === '' || text === answered) return;
  event.preventDefault();
  event.stopPropagation();
  asked += 1;
  if (!(await lookUp(text, () => input.value === text))) return;
  const first = found.value[0];
  field.value?.hide();
  if (first === undefined) {
    if (document.activeElement === input) input.form?.requestSubmit();
    return;
  }
  model.value = first;
  emit('choose', first);
}

/** Two things of one name are told apart by what stands beside it, for the ear as well. */
function tellApart({ context }: { context: { option: T } }): Record<string, string> {
  const beside = props.detail?.(context.option) ?? '';
  return { 'aria-label': beside === '' ? props.words(context.option) : `${props.words(context.option)}, ${beside}` };
}

/** Who has gone on to the next field is not followed by a list: late answers are dropped, an open one closes. */
let leaving: ReturnType<typeof setTimeout> | null = null;
function leave(): void {
  asked += 1;
  // After a click on the list, which takes the focus too, has done its work.
  leaving = setTimeout(() => field.value?.hide(), 200);
}
function arrive(): void {
  if (leaving !== null) clearTimeout(leaving);
}
onScopeDispose(arrive);
</script>

<template>
  <FieldShell :id="id" :label="label" :error="error" :hint="hint" :optional="optional">
    <template #default="{ described }">
      <div class="finder" @keydown.enter.capture="enter" @pointerdown="press" @mousedown="keepFocus">
        <AutoComplete
          ref="field"
          v-model="model"
          :input-id="id"
          :suggestions="found"
          :option-label="(o: T | string) => (typeof o === 'string' ? o : words(o))"
          :delay="90"
          :min-length="1"
          :placeholder="placeholder"
          :disabled="disabled"
          :invalid="error !== undefined"
          :pt="{ pcInputText: { root: { 'aria-invalid': error !== undefined, 'aria-describedby': described } }, option: tellApart }"
          auto-option-focus
          append-to="self"
          scroll-height="300px"
          @blur="leave"
          @focus="arrive"
          @complete="complete"
          @option-select="emit('choose', $event.value as T)"
        >
          <template #option="{ option }">
            <span class="option"
              ><strong>{{ words(option as T) }}</strong
              ><span v-if="detail" class="quiet small">{{ detail(option as T) }}</span></span
            >
          </template>
          <template #empty
            ><span class="quiet">{{ nothing ?? 'Nothing like it yet; what you typed is taken as new.' }}</span></template
          >
        </AutoComplete>
      </div>
    </template>
  </FieldShell>
</template>

<style scoped>
.finder {
  display: grid;
}
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
