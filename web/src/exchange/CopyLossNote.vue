<script setup lang="ts">
import { plural } from '@esprel/core';
import { copiesApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, onMounted, ref, useTemplateRef } from 'vue';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useReopening } from './reopening.ts';

/** What would be lost if this copy took the place of the library, and the button that does it. */
const props = defineProps<{ name: string; byItself: boolean }>();
defineEmits<{ leave: [] }>();
const format = useFormat();
const { data, problem } = useRead(copiesApi.loss, () => ({ name: props.name }));
const { words, wait } = useReopening();
const wrong = ref<string | null>(null);
const box = useTemplateRef<HTMLElement>('box');
onMounted(() => box.value?.focus());

const changed = computed(() => (data.value?.counts ?? []).filter((c) => c.now !== c.then));
const title = computed(() => {
  const loss = data.value;
  if (!loss) return 'Looking at it …';
  if (!loss.same) return 'This is a copy of another library';
  if (loss.steps === 0 || loss.firstOn === null || loss.lastOn === null) return 'Nothing would be lost';
  const when =
    loss.firstOn === loss.lastOn ? `on ${format.day(loss.firstOn)}` : `from ${format.day(loss.firstOn)} to ${format.day(loss.lastOn)}`;
  return `${plural(loss.steps, 'step')} would be lost, made ${when}`;
});

async function putBack(): Promise<void> {
  wrong.value = null;
  try {
    await act(copiesApi.putBack, { name: props.name }, {});
    await wait();
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <section ref="box" class="loss" tabindex="-1" aria-labelledby="loss-title">
    <DeskMessage v-if="problem ?? wrong" kind="problem">{{ wrong ?? problem?.message }}</DeskMessage>
    <h2 id="loss-title">{{ title }}</h2>
    <template v-if="data && !words">
      <p v-if="!data.same">Everything in this library would make way for what is in the copy.</p>
      <table v-if="changed.length > 0" class="plain-table numbers" aria-label="What there is now, and was then">
        <thead>
          <tr>
            <td></td>
            <th scope="col" class="right">now</th>
            <th scope="col" class="right">in the copy</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in changed" :key="c.what">
            <th scope="row">{{ c.what }}</th>
            <td class="right">{{ c.now }}</td>
            <td class="right">{{ c.then }}</td>
          </tr>
        </tbody>
      </table>
      <template v-if="data.latest.length > 0">
        <h3>The latest of them</h3>
        <ul class="plain">
          <li v-for="(s, i) in data.latest" :key="i">
            <span class="quiet">{{ format.day(s.onDay) }}</span> {{ s.summary }}
          </li>
        </ul>
        <p v-if="data.steps > data.latest.length" class="quiet">and {{ data.steps - data.latest.length }} more before.</p>
      </template>
      <p>
        A copy of the library as it is now is made first, so that this can be put right again. Everybody at a desk waits a moment; whoever
        was signed in may have to sign in again.
      </p>
      <p v-if="byItself" class="row-of-buttons">
        <Button label="Put this copy in the place of the library" @click="putBack" />
        <Button label="Leave it" severity="secondary" @click="$emit('leave')" />
      </p>
      <p v-else class="quiet">
        This program was started in a way in which it cannot close the library by itself. Stop it, and run
        <code>npm run restore -- {{ name }}</code>
      </p>
    </template>
    <p v-if="words" role="status">{{ words }}</p>
  </section>
</template>

<style scoped>
.loss {
  display: grid;
  gap: 10px;
  padding: 14px 18px;
  border-left: 4px solid var(--act);
  background: var(--act-soft);
  max-width: 760px;
  outline: none;
}
table {
  width: auto;
  justify-self: start;
}
li {
  padding: 2px 0;
}
</style>
