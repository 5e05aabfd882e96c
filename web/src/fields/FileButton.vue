<script setup lang="ts">
import { Camera, FileUp } from '@lucide/vue';
import FileUpload, { type FileUploadUploaderEvent } from 'primevue/fileupload';

/** Asks for a file, or takes one that is dropped on it where it is wide; the same file may be chosen twice. */
defineProps<{ label: string; accept: string; disabled?: boolean; camera?: boolean; wide?: boolean }>();
const emit = defineEmits<{ chosen: [file: File] }>();

/** Nothing is sent from here: what is done with the file is the page's. */
function choose(event: FileUploadUploaderEvent): void {
  const [file] = [event.files].flat();
  if (file) emit('chosen', file);
}
</script>

<template>
  <FileUpload
    v-if="wide"
    class="wide"
    custom-upload
    auto
    :accept="accept"
    :disabled="disabled"
    :pt="{ input: { 'aria-label': label } }"
    @uploader="choose"
  >
    <template #header="{ chooseCallback }">
      <button type="button" class="choose" :disabled="disabled" @click="chooseCallback()">{{ label }}</button>
    </template>
    <template #content><slot /></template>
    <template #empty><slot /></template>
  </FileUpload>
  <FileUpload
    v-else
    mode="basic"
    custom-upload
    auto
    :accept="accept"
    :disabled="disabled"
    :choose-label="label"
    :choose-button-props="{ severity: 'secondary' }"
    :pt="{ input: { 'aria-label': label, capture: camera ? 'environment' : undefined } }"
    @uploader="choose"
  >
    <template #chooseicon><component :is="camera ? Camera : FileUp" :size="18" aria-hidden="true" /></template>
    <template #filelabel><slot /></template>
  </FileUpload>
</template>

<style scoped>
.wide {
  border: 2px dashed var(--dashes);
  border-radius: 3px;
  background: var(--paper);
  padding: 36px 20px;
  text-align: center;
}
.choose {
  border: 0;
  background: none;
  font-size: 19px;
  font-weight: 600;
  cursor: pointer;
  color: var(--action);
  text-decoration: underline;
  min-height: 44px;
}
</style>
