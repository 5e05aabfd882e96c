<script setup lang="ts">
import { X } from '@lucide/vue';
import type { FillCount } from '@esprel/core';
import type { TrayFillShown } from '@esprel/core/api';
import { letterLook } from './letterLook.ts';
import LetterChip from './LetterChip.vue';

/** What lies on a tray, letter by letter: the one that is painted now is marked, and what takes more seed than there is stands out. */
defineProps<{ fills: readonly TrayFillShown[]; counts: ReadonlyMap<string, FillCount>; letter: string }>();
const emit = defineEmits<{ choose: [letter: string]; drop: [letter: string] }>();
</script>

<template>
  <ul class="plain">
    <li v-for="f in fills" :key="f.letter" :class="{ chosen: f.letter === letter }" :style="{ '--ink': letterLook(f.letter).ink }">
      <button type="button" class="fill" :aria-pressed="f.letter === letter" @click="emit('choose', f.letter)">
        <LetterChip :letter="f.letter" />
        <span class="code">{{ f.lotCode }}</span>
        <span class="name"
          ><strong>{{ f.variety }}</strong> <span class="quiet">{{ f.crop }}</span></span
        >
        <span class="numbers" :class="{ over: (counts.get(f.letter)?.short ?? 0) > 0 }"
          >{{ counts.get(f.letter)?.cells ?? 0 }} × {{ f.seedsPerCell
          }}<span v-if="f.wanted" class="quiet"> of {{ f.wanted.cells }}</span></span
        >
      </button>
      <button type="button" class="drop noprint" :aria-label="`Take ${f.variety} off the tray`" @click="emit('drop', f.letter)">
        <X :size="16" aria-hidden="true" />
      </button>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: flex;
  align-items: stretch;
  border-bottom: 1px solid var(--hair);
}
li.chosen {
  background: var(--watch-soft);
  box-shadow: inset 5px 0 0 var(--ink);
}
.fill {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 26px 80px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  min-height: 42px;
  padding: 0 6px 0 10px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.name {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.name strong {
  font-weight: 600;
}
.over {
  color: var(--act);
  font-weight: 600;
}
.drop {
  min-width: 38px;
  border: 0;
  background: none;
  cursor: pointer;
  color: var(--quiet);
}
</style>
