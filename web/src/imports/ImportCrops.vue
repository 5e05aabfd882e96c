<script setup lang="ts">
import { plural } from '@esprel/core';
import Button from 'primevue/button';
import { useImport } from './useImport.ts';

/** Names of the file that may mean several crops: asked once for all rows of a name, never picked. */
const work = useImport();
</script>

<template>
  <section v-if="(work.file?.crops.length ?? 0) > 0" aria-label="Which crop is it?">
    <h2>Which crop is it?</h2>
    <p class="quiet">These names may mean several crops. Their rows wait until one is chosen.</p>
    <ul class="plain">
      <li v-for="c in work.file?.crops ?? []" :key="c.name" class="row-of-buttons">
        <span
          ><strong>{{ c.name }}</strong> ({{ plural(c.rows, 'row') }})</span
        >
        <Button
          v-for="o in c.choices"
          :key="o.key"
          size="small"
          severity="secondary"
          :label="o.name"
          :title="o.scientific"
          :disabled="work.busy"
          @click="work.chooseCrop(c.name, o.key)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  font-size: 18px;
}
strong {
  font-weight: 600;
}
li {
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}
</style>
