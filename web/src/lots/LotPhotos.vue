<script setup lang="ts">
import { lotsApi } from '@esprel/core/api';
import DeskMessage from '../base/DeskMessage.vue';
import { ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import FileButton from '../fields/FileButton.vue';
import { shrinkPhoto } from '../base/shrinkPhoto.ts';

/** Photographs of the envelope: from a file, or from the camera of a tablet. */
interface Photo {
  readonly id: number;
  readonly file: string;
  readonly takenOn: string;
  readonly version: number;
}
const props = defineProps<{ code: string; photos: readonly Photo[] }>();
const changes = useChanges();
const format = useFormat();
const working = ref(false);
const problem = ref<string | null>(null);

async function add(file: File): Promise<void> {
  working.value = true;
  problem.value = null;
  try {
    const jpeg = await shrinkPhoto(file).catch(() => {
      throw new Error('That file is not a picture this browser can read. Choose a JPEG or PNG.');
    });
    await changes.send(lotsApi.addPhoto, { code: props.code }, { jpeg });
  } catch (error) {
    problem.value = (error as Error).message;
  }
  working.value = false;
}
function remove({ id, version }: Photo): void {
  changes.send(lotsApi.removePhoto, { id }, { version }).catch((error: unknown) => {
    problem.value = (error as Error).message;
  });
}
</script>

<template>
  <section aria-label="Photos of the envelope" class="photos">
    <figure v-for="(p, i) in photos" :key="p.id">
      <a :href="`/api/photos/${p.file}`" target="_blank" rel="noopener"
        ><img :src="`/api/photos/${p.file}`" :alt="`Envelope of ${code}, photo ${i + 1}`" loading="lazy"
      /></a>
      <figcaption class="small quiet">
        {{ format.day(p.takenOn) }} <button type="button" :aria-label="`Take photo ${i + 1} out`" @click="remove(p)">take out</button>
      </figcaption>
    </figure>
    <FileButton
      :label="working ? 'Shrinking it …' : photos.length === 0 ? 'Add a photo of the envelope' : 'Add a photo'"
      accept="image/*"
      camera
      :disabled="working"
      @chosen="add"
    />
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
  </section>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: flex-start;
}
figure {
  margin: 0;
  display: grid;
  gap: 2px;
}
img {
  width: 132px;
  height: 100px;
  object-fit: cover;
  border: 1px solid var(--rule);
  display: block;
}
figcaption button {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  min-height: 32px;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
</style>
