<script setup lang="ts">
import { Camera, FileUp } from '@lucide/vue';
import Button from 'primevue/button';
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
  <div v-if="wide" class="wide">
    <FileUpload custom-upload auto :accept="accept" :disabled="disabled" @uploader="choose">
      <template #header="{ chooseCallback }">
        <Button variant="text" class="choose" :disabled="disabled" @click="chooseCallback()">
          <FileUp :size="22" aria-hidden="true" />{{ label }}
        </Button>
      </template>
      <template #content><slot /><span class="quiet">Or drop it here.</span></template>
    </FileUpload>
  </div>
  <FileUpload
    v-else
    mode="basic"
    custom-upload
    auto
    :accept="accept"
    :disabled="disabled"
    :choose-label="label"
    :choose-button-props="{ severity: 'secondary' }"
    :pt="{ input: { capture: camera ? 'environment' : undefined } }"
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
  padding: 30px 20px;
}
.wide :deep(.p-fileupload) {
  border: 0;
  background: none;
}
.wide :deep(.p-fileupload-header),
.wide :deep(.p-fileupload-content) {
  display: grid;
  justify-items: center;
  gap: 4px;
  text-align: center;
}
.choose {
  font-size: 19px;
}
</style>
