<script setup lang="ts">
import RadioButton from 'primevue/radiobutton';
import { nameKey, plural } from '@esprel/core';
import { computed } from 'vue';
import { useImport } from './useImport.ts';

/** Names of the file that are nearly names of varieties here: the same, or another. Asked once for all rows of a name. */
const work = useImport();
const names = computed(() => work.file?.names ?? []);
const emptyIsAnother = (value: boolean | undefined): boolean => value === true;
</script>

<template>
  <section v-if="names.length > 0" aria-label="Names like those here">
    <h2>Names like those here</h2>
    <p class="quiet">Left as “another”, each becomes a new variety. Two can be joined later, too.</p>
    <ul class="plain">
      <li v-for="n in names" :key="nameKey(n.cropKey, n.name)">
        <span
          ><strong>{{ n.name }}</strong> in the file ({{ plural(n.rows, 'row') }}), <strong>{{ n.near.name }}</strong> here</span
        >
        <label class="card cut-card" :class="{ chosen: emptyIsAnother(work.same[nameKey(n.cropKey, n.name)]) }"
          ><RadioButton v-model="work.same[nameKey(n.cropKey, n.name)]" :name="nameKey(n.cropKey, n.name)" :value="true" />the same</label
        >
        <label class="card cut-card" :class="{ chosen: !emptyIsAnother(work.same[nameKey(n.cropKey, n.name)]) }"
          ><RadioButton v-model="work.same[nameKey(n.cropKey, n.name)]" :name="nameKey(n.cropKey, n.name)" :value="false" />another</label
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  font-size: 18px;
}
ul {
  max-height: 240px;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 6px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
  padding: 3px 0;
}
strong {
  font-weight: 600;
}
.card {
  position: relative;
  min-height: 40px;
  padding: 8px 12px;
  border: 1px solid var(--dashes);
  border-radius: 3px;
  cursor: pointer;
}
.card.chosen {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
}
.card:has(:focus-visible) {
  outline: 3px solid var(--focus);
}
</style>
