<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { BREEDING_WORDS, plural } from '@esprel/core';
import { varietiesApi, type VarietyListed } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import LibraryPane from '../shared/LibraryPane.vue';

const route = useRoute();
const router = useRouter();
const q = ref('');
const soon = useDebounce(q, 120);
const asked = computed(() => ({ limit: 200, q: soon.value.trim().slice(0, 100) }));
const { data, problem } = useRead(varietiesApi.list, () => asked.value);
const more = ref<readonly VarietyListed[]>([]);
const next = ref<string | null>(null);
watch(data, (page) => {
  more.value = [];
  next.value = page?.next ?? null;
});
const varieties = computed(() => [...(data.value?.varieties ?? []), ...more.value]);
async function showMore(): Promise<void> {
  const page = await readOnce(varietiesApi.list, { ...asked.value, after: next.value });
  more.value = [...more.value, ...page.varieties];
  next.value = page.next;
}
/** The crop stands once, over its varieties. */
const isFirst = (i: number): boolean => soon.value.trim() === '' && varieties.value[i]?.crop !== varieties.value[i - 1]?.crop;
</script>

<template>
  <LibraryPane label="Varieties" sheet="The opened variety" :opened="route.path !== '/library/varieties'" back="/library/varieties">
    <header>
      <h1>Varieties</h1>
      <Button label="New variety" severity="secondary" @click="router.push('/library/varieties/new')" />
    </header>
    <label class="unseen" for="variety-q">Name of a variety</label>
    <InputText id="variety-q" v-model="q" placeholder="any of its names" autocomplete="off" />
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && varieties.length === 0" class="empty">
      <strong>No variety like that.</strong> They come in with the envelopes, or by “New variety”.
    </p>
    <ul class="plain">
      <template v-for="(v, i) in varieties" :key="v.id">
        <li v-if="isFirst(i)" class="crop">{{ v.crop }}</li>
        <li>
          <RouterLink :to="`/library/varieties/${v.id}`" class="line" :class="{ here: route.params.id === String(v.id) }">
            <span class="name"
              ><strong>{{ v.name }}</strong
              ><span v-if="v.synonyms.length > 0" class="quiet small">also {{ v.synonyms.join(', ') }}</span></span
            >
            <span class="quiet small"
              >{{ soon.trim() === '' ? '' : `${v.crop}, ` }}{{ v.breeding === 'unknown' ? '' : BREEDING_WORDS[v.breeding] }}</span
            >
            <span class="quiet small numbers">{{ plural(v.lots, 'lot') }}</span>
          </RouterLink>
        </li>
      </template>
    </ul>
    <Button v-if="next" severity="secondary" label="Show more" @click="showMore" />
  </LibraryPane>
</template>

<style scoped>
.crop {
  font-family: var(--serif);
  font-weight: 600;
  padding: 12px 0 3px;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 56px;
  gap: 10px;
  align-items: center;
  min-height: 42px;
  padding: 4px 8px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.name {
  display: grid;
  overflow-wrap: anywhere;
}
.numbers {
  text-align: right;
}
strong {
  font-weight: 600;
}
</style>
