<script setup lang="ts">
import Button from 'primevue/button';
import { onBeforeUnmount, ref, useTemplateRef } from 'vue';

/**
 * Reads codes with the camera, or in a photo where the camera may not be opened. What reads them is loaded when it is first needed. A code is
 * told once, until another one is seen.
 */
const emit = defineEmits<{ code: [text: string] }>();
const LOOK_EVERY_MS = 220;
/** The part of a picture that is looked at is never larger: small codes are still read, and a phone keeps up. */
const MOST_PIXELS = 1000;

const video = useTemplateRef<HTMLVideoElement>('video');
const state = ref<'off' | 'opening' | 'on'>('off');
const problem = ref<string | null>(null);
// Beyond the computer itself a browser opens the camera over https alone.
const hasCamera = window.isSecureContext && 'mediaDevices' in navigator;
let stream: MediaStream | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
let lastText = '';

function told(texts: readonly string[]): boolean {
  const [text] = texts;
  if (text === undefined) return false;
  if (text !== lastText) {
    lastText = text;
    emit('code', text);
  }
  return true;
}

async function open(): Promise<void> {
  problem.value = null;
  state.value = 'opening';
  try {
    const [{ readCodes }, opened] = await Promise.all([
      import('./readCodes.ts'),
      navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1280 } }, audio: false }),
    ]);
    stream = opened;
    if (!video.value || state.value !== 'opening') {
      close();
      return;
    }
    video.value.srcObject = opened;
    await video.value.play();
    state.value = 'on';
    look(readCodes);
  } catch (error) {
    close();
    problem.value =
      error instanceof DOMException && error.name === 'NotAllowedError'
        ? 'The camera may not be used here. Allow it in the browser, or take a photo of the code.'
        : 'The camera could not be opened. Take a photo of the code instead.';
  }
}

function look(readCodes: (picture: ImageData) => Promise<string[]>): void {
  timer = setTimeout(() => {
    const el = video.value;
    if (state.value !== 'on' || el === null) return;
    const by = Math.min(1, MOST_PIXELS / Math.max(el.videoWidth, el.videoHeight, 1));
    const [width, height] = [Math.round(el.videoWidth * by), Math.round(el.videoHeight * by)];
    const paper = width > 0 ? Object.assign(document.createElement('canvas'), { width, height }).getContext('2d') : null;
    paper?.drawImage(el, 0, 0, width, height);
    const picture = paper?.getImageData(0, 0, width, height);
    void (picture ? readCodes(picture).then(told, () => false) : Promise.resolve(false)).then(() => {
      look(readCodes);
    });
  }, LOOK_EVERY_MS);
}

function close(): void {
  clearTimeout(timer);
  stream?.getTracks().forEach((t) => {
    t.stop();
  });
  stream = null;
  state.value = 'off';
}
onBeforeUnmount(close);

async function inPhoto(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  problem.value = null;
  lastText = '';
  try {
    const { readCodes } = await import('./readCodes.ts');
    if (!told(await readCodes(file))) problem.value = 'No code was found in this photo. Go nearer, hold still, and let light fall on it.';
  } catch {
    problem.value = 'This photo cannot be read. Take another.';
  }
  input.value = '';
}
</script>

<template>
  <div class="reader">
    <video v-show="state !== 'off'" ref="video" muted playsinline aria-label="What the camera sees" />
    <div class="buttons">
      <Button v-if="hasCamera && state === 'off'" label="Open the camera" @click="open" />
      <Button v-if="state !== 'off'" label="Close the camera" severity="secondary" @click="close" />
      <label class="photo">
        <span>{{ hasCamera ? 'or a photo of it' : 'Take a photo of the code' }}</span>
        <input type="file" accept="image/*" capture="environment" @change="inPhoto" />
      </label>
    </div>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
  </div>
</template>

<style scoped>
.reader {
  display: grid;
  gap: 10px;
}
video {
  width: 100%;
  max-height: 320px;
  object-fit: cover;
  background: var(--ink);
  border-radius: 3px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.photo {
  position: relative;
  display: inline-grid;
  place-items: center;
  min-height: 46px;
  padding: 0 14px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.photo input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
.photo:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 1px;
}
.problem {
  color: var(--act-deep);
}
</style>
