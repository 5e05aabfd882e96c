<script setup lang="ts">
import { plural } from '@esprel/core';
import { exchangeApi, type GiftListed, type PackageLook } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { act, giveFile } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useFormat } from '../base/useFormat.ts';
import FileButton from '../fields/FileButton.vue';
import GiftsTable from './GiftsTable.vue';
import { useReopening } from './reopening.ts';

/** A package that comes in: into an empty library as a whole, else as gifts of another library. */
const format = useFormat();
const look = ref<PackageLook | null>(null);
const gifts = ref<readonly GiftListed[] | null>(null);
const busy = ref<string | null>(null);
const problem = ref<string | null>(null);
const { words, wait } = useReopening();
const holds = computed(() => (look.value?.counts ?? []).filter((c) => c.rows > 0));

async function during<T>(doing: string, does: () => Promise<T>): Promise<T | null> {
  busy.value = doing;
  problem.value = null;
  try {
    return await does();
  } catch (error) {
    problem.value = (error as Error).message;
    return null;
  } finally {
    busy.value = null;
  }
}
async function choose(file: File): Promise<void> {
  gifts.value = null;
  look.value = await during('Looking at it …', () => giveFile(exchangeApi.look, { name: file.name }, file));
}
async function takeOver(): Promise<void> {
  const file = look.value?.id ?? '';
  if (await during('Reading it in …', () => act(exchangeApi.takeOver, { file }, {}))) await wait();
}
async function asGifts(): Promise<void> {
  const file = look.value?.id ?? '';
  gifts.value = (await during('Reading what is in it …', () => act(exchangeApi.gifts, { file }, {})))?.lots ?? null;
}
function leave(): void {
  const file = look.value?.id;
  look.value = null;
  gifts.value = null;
  if (file !== undefined) void act(exchangeApi.leave, { file }, {}).catch(() => undefined);
}
</script>

<template>
  <section class="package" aria-labelledby="package-title">
    <h2 id="package-title">Read in a package</h2>
    <p v-if="!look">
      The package of this library brings it back into an empty one, exactly. That of a sister library comes in as gifts, with what was
      counted there.
    </p>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <p v-if="busy" role="status">{{ busy }}</p>
    <p v-if="words" role="status">{{ words }}</p>
    <FileButton v-if="!look" label="Choose a package" accept=".zip,application/zip" :disabled="busy !== null" @chosen="choose" />
    <template v-else-if="!words">
      <p>
        <strong>{{ look.title }}</strong>, written {{ format.day(look.writtenOn) }}: {{ holds.map((c) => `${c.rows} ${c.what}`).join(', ')
        }}{{ look.photos > 0 ? `, ${plural(look.photos, 'photograph')}` : '' }}.
      </p>
      <DeskMessage v-if="look.canTakeOver" kind="notice"
        >This library is empty. It can become the one in the package; what was set here makes way.</DeskMessage
      >
      <p v-if="gifts === null" class="row-of-buttons">
        <Button v-if="look.canTakeOver" label="Become this library" :disabled="busy !== null" @click="takeOver" />
        <Button
          label="See its lots as gifts"
          :severity="look.canTakeOver ? 'secondary' : undefined"
          :disabled="busy !== null"
          @click="asGifts"
        />
        <Button label="Leave it" severity="secondary" variant="text" @click="leave" />
      </p>
      <GiftsTable v-else :file="look.id" :title="look.title" :gifts="gifts" @done="leave" />
    </template>
  </section>
</template>

<style scoped>
.package {
  display: grid;
  gap: 10px;
}
strong {
  font-weight: 600;
}
</style>
