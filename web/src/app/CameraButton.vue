<script setup lang="ts">
import { Camera } from '@lucide/vue';
import Button from 'primevue/button';
import { defineAsyncComponent, ref } from 'vue';
import { type Scan, scanOf } from '../base/scanBuffer.ts';

/** The camera in the place of a scanner: what it reads goes where a scanned code goes. */
const emit = defineEmits<{ scan: [scanned: Scan] }>();
const Dialog = defineAsyncComponent(() => import('primevue/dialog'));
const CodeReader = defineAsyncComponent(() => import('../base/CodeReader.vue'));
const open = ref(false);
const unknown = ref<string | null>(null);

function read(text: string): void {
  const scanned = scanOf(text);
  unknown.value = scanned === null ? text : null;
  if (scanned === null) return;
  open.value = false;
  emit('scan', scanned);
}
</script>

<template>
  <span class="camera">
    <Button
      v-tooltip.bottom="'Read a code with the camera'"
      severity="secondary"
      variant="text"
      aria-label="Read a code with the camera"
      @click="open = true"
      ><Camera :size="20" aria-hidden="true"
    /></Button>
    <Dialog v-if="open" v-model:visible="open" header="Read a code" modal dismissable-mask :style="{ width: 'min(520px, 94vw)' }">
      <p>Hold the code of a label, or the card of a member, before the camera.</p>
      <CodeReader @code="read" />
      <p v-if="unknown" role="alert">“{{ unknown.slice(0, 60) }}” is no code of this library.</p>
    </Dialog>
  </span>
</template>

<style scoped>
.camera {
  margin-left: -20px;
}
</style>
