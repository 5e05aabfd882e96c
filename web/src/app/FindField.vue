<script setup lang="ts">
import { type FindAnswer, findApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { ScanLine } from '@lucide/vue';
import { useDebounceFn } from '@vueuse/core';
import { ref, watch } from 'vue';
import { useRouter } from 'vue-router';

const router = useRouter();
const text = ref('');
const answer = ref<FindAnswer | null>(null);
const marked = ref(-1);
const shown = ref(false);
const field = ref<HTMLInputElement | null>(null);
let asked = 0;
/** The text last asked for: Enter may have asked before the wait for the next letter was over. */
let askedFor = '';

async function ask(): Promise<FindAnswer | null> {
  const q = text.value.trim();
  const mine = ++asked;
  askedFor = q;
  if (q === '') {
    answer.value = null;
    return null;
  }
  try {
    const got = await readOnce(findApi.find, { q: q.slice(0, 100) });
    if (mine !== asked) return null;
    answer.value = got;
  } catch {
    if (mine !== asked) return null;
    answer.value = { exact: null, message: 'The server does not answer just now.', found: [] };
  }
  marked.value = answer.value.found.length > 0 ? 0 : -1;
  shown.value = true;
  return answer.value;
}
const askSoon = useDebounceFn(() => {
  if (text.value.trim() !== askedFor) void ask();
}, 120);
watch(text, () => {
  marked.value = -1;
  void askSoon();
});

function go(at: string): void {
  shown.value = false;
  text.value = '';
  answer.value = null;
  field.value?.blur();
  void router.push(at);
}

async function enter(): Promise<void> {
  const chosen = marked.value > 0 ? answer.value?.found[marked.value] : undefined;
  if (chosen) {
    go(chosen.at);
    return;
  }
  const got = await ask();
  // A wrong code is never opened by itself: the note says what is likely wrong, and Enter again takes it.
  if (got?.exact) go(got.exact);
  else if (got && got.message === null && got.found[0]) go(got.found[0].at);
}

function move(by: number): void {
  const n = answer.value?.found.length ?? 0;
  if (n === 0) return;
  shown.value = true;
  marked.value = (marked.value + by + n) % n;
}

function leave(event: FocusEvent): void {
  if (!(event.currentTarget as HTMLElement).contains(event.relatedTarget as Node | null)) shown.value = false;
}

/** Puts the cursor here; with `typed`, as if that had been typed and entered. */
function open(typed?: string): void {
  field.value?.focus();
  field.value?.select();
  if (typed !== undefined) {
    text.value = typed;
    void ask();
  }
}
defineExpose({ open });
</script>

<template>
  <div class="find" @focusout="leave">
    <ScanLine class="glyph" :size="18" aria-hidden="true" />
    <input
      ref="field"
      v-model="text"
      type="text"
      role="combobox"
      aria-label="Find or scan a code"
      aria-controls="found"
      aria-autocomplete="list"
      :aria-expanded="shown && answer !== null"
      :aria-activedescendant="shown && marked >= 0 ? `found-${marked}` : undefined"
      autocomplete="off"
      spellcheck="false"
      placeholder="Find or scan a code"
      @focus="shown = answer !== null"
      @keydown.enter.prevent="enter"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.esc.stop="shown ? (shown = false) : field?.blur()"
    />
    <kbd aria-hidden="true">/</kbd>
    <div v-show="shown && answer" class="results">
      <p v-if="answer?.message" class="message" role="status">{{ answer.message }}</p>
      <ul id="found" class="plain" role="listbox" aria-label="Found">
        <li
          v-for="(f, i) in answer?.found ?? []"
          :id="`found-${i}`"
          :key="f.at + f.title"
          role="option"
          :aria-selected="i === marked"
          :class="{ marked: i === marked }"
          @mousedown.prevent="go(f.at)"
          @mousemove="marked = i"
        >
          <span v-if="f.code" class="code">{{ f.code }}</span>
          <strong>{{ f.title }}</strong>
          <span class="quiet">{{ f.detail }}</span>
          <span class="quiet small kind">{{ f.kind }}</span>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  flex: 0 1 400px;
  min-width: 160px;
}
.glyph {
  position: absolute;
  left: 13px;
  top: 10px;
  color: var(--quiet);
}
input {
  width: 100%;
  height: 38px;
  border: 1px solid var(--dashes);
  border-radius: 4px;
  background: var(--sheet);
  padding: 0 44px 0 40px;
}
input::placeholder {
  color: var(--quiet);
  opacity: 1;
}
kbd {
  position: absolute;
  right: 12px;
  top: 9px;
  color: var(--quiet);
}
.results {
  position: absolute;
  top: calc(100% + 4px);
  left: 0;
  width: min(560px, 92vw);
  max-height: 70vh;
  overflow-y: auto;
  background: var(--sheet);
  border: 1px solid var(--dashes);
  box-shadow: 0 10px 26px rgb(50 40 20 / 20%);
  z-index: 25;
}
.message {
  padding: 10px 14px;
  background: var(--watch-soft);
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 9px 14px;
  cursor: pointer;
  border-bottom: 1px solid var(--hair);
}
li strong {
  font-weight: 600;
}
li.marked {
  background: var(--action-soft);
}
.kind {
  margin-left: auto;
}
</style>
