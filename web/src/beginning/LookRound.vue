<script setup lang="ts">
import { beginningApi, type LookRound } from '@esprel/core/api';
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import { computed, onBeforeUnmount, ref } from 'vue';
import { act, readOnce } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useRead } from '../base/useRead.ts';

/** Opens a demo library beside the own one. It is made and served by a program of its own, and gone when it is closed. */
const ASKED_EVERY_MS = 700;
const { data } = useRead(beginningApi.lookRound, () => ({}));
const said = ref<LookRound | null>(null);
const problem = ref<string | null>(null);
const now = computed(() => said.value ?? data.value);
/** Under another name of this computer than the own library, so that neither knows who is signed in at the other. */
const address = computed(() => {
  if (now.value?.address == null) return null;
  const url = new URL(now.value.address);
  url.hostname = location.hostname === 'localhost' ? '127.0.0.1' : 'localhost';
  return url.href;
});

let timer: ReturnType<typeof setTimeout> | undefined;
async function follow(): Promise<void> {
  said.value = await readOnce(beginningApi.lookRound, {}).catch(() => said.value);
  if (said.value?.state === 'making') timer = setTimeout(() => void follow(), ASKED_EVERY_MS);
}
onBeforeUnmount(() => {
  clearTimeout(timer);
});

async function tell(route: typeof beginningApi.openLookRound | typeof beginningApi.closeLookRound): Promise<void> {
  problem.value = null;
  try {
    said.value = await act(route, {}, {});
    if (said.value.state === 'making') await follow();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
</script>

<template>
  <section v-if="now && now.state !== 'nowhere'" class="look" aria-labelledby="look-title">
    <h2 id="look-title">Look round first?</h2>
    <p>
      A demo library of an invented town, with four years of seed, tests, loans and gardens. Try anything in it: it lies beside your own
      library, touches nothing of it, and is thrown away when you leave.
    </p>
    <DeskMessage v-if="now.state === 'elsewhere'" kind="notice">It opens on the computer on which Esprel runs.</DeskMessage>
    <DeskMessage v-if="now.state === 'failed'" kind="problem"
      >The demo could not be made. Is there room on the disk? "npm run demo" says more.</DeskMessage
    >
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <div v-if="now.state === 'making'" class="making" role="status">
      <span id="making-words">Four years are being played through. This takes half a minute.</span>
      <ProgressBar mode="indeterminate" aria-labelledby="making-words" />
    </div>
    <p v-if="now.state === 'open' && address" class="row-of-buttons">
      <a class="p-button go" :href="address">Go into the demo</a>
      <Button label="Throw it away" severity="secondary" @click="tell(beginningApi.closeLookRound)" />
    </p>
    <p v-if="now.state === 'closed' || now.state === 'failed'">
      <Button label="Make a demo to look round in" severity="secondary" @click="tell(beginningApi.openLookRound)" />
    </p>
  </section>
</template>

<style scoped>
.look {
  display: grid;
  gap: 10px;
}
.making {
  display: grid;
  gap: 6px;
}
.go {
  display: inline-flex;
  align-items: center;
  padding: 8px 14px;
}
</style>
