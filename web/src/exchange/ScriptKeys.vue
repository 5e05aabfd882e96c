<script setup lang="ts">
import { type ScriptKey, scriptKeysApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { ref } from 'vue';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import FieldText from '../fields/FieldText.vue';

/** Keys by which scripts read what a volunteer sees. */
const format = useFormat();
const { data, problem, reload } = useRead(scriptKeysApi.list, () => ({}));
const made = ref<{ readonly name: string; readonly secret: string } | null>(null);
const wrong = ref<string | null>(null);
const form = useForm({ name: null, initial: () => ({ name: '' }), of: scriptKeysApi.make, body: (v) => ({ name: v.name.trim() }) });
async function make(): Promise<void> {
  const name = form.values.name.trim();
  const answer = await form.send();
  if (!answer) return;
  made.value = { name, secret: answer.secret };
  form.reset();
  await reload();
}
async function end(key: ScriptKey): Promise<void> {
  wrong.value = null;
  try {
    await act(scriptKeysApi.end, { id: key.id }, {});
    if (made.value?.name === key.name) made.value = null;
    await reload();
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <section class="block" aria-labelledby="keys-title">
    <h2 id="keys-title">Keys for scripts</h2>
    <p>A key reads what a volunteer sees, members included, and changes nothing. Give each script its own, so that one can be ended.</p>
    <DeskMessage v-if="problem ?? wrong" kind="problem">{{ wrong ?? problem?.message }}</DeskMessage>
    <ul v-if="data && data.keys.length > 0" class="plain">
      <li v-for="k in data.keys" :key="k.id">
        <span
          ><strong>{{ k.name }}</strong>
          <span class="quiet"
            >since {{ format.day(k.madeOn) }}, {{ k.usedOn === null ? 'never used' : `last used ${format.day(k.usedOn)}` }}</span
          ></span
        >
        <Button label="End it" :aria-label="`End the key for ${k.name}`" size="small" severity="secondary" @click="end(k)" />
      </li>
    </ul>
    <DeskMessage v-if="made" kind="notice">
      <p>The key for {{ made.name }}. Copy it now: it is shown this once.</p>
      <p class="code secret">{{ made.secret }}</p>
    </DeskMessage>
    <form class="make" novalidate @submit.prevent="make">
      <FieldText id="key-name" v-model="form.values.name" label="What the key is for" :error="form.errors.name" />
      <Button type="submit" label="Make a key" severity="secondary" :loading="form.sending" />
    </form>
  </section>
</template>

<style scoped>
.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 4px 0;
}
strong {
  font-weight: 600;
}
.secret {
  white-space: normal;
  overflow-wrap: anywhere;
  user-select: all;
}
.make {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.make :deep(.field) {
  width: 100%;
}
</style>
