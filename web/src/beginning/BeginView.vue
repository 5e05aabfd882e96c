<script setup lang="ts">
import type { BeginStepName } from '@esprel/core';
import { beginningApi } from '@esprel/core/api';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAccess } from '../base/access.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useRead } from '../base/useRead.ts';
import TwoPanes from '../base/TwoPanes.vue';
import BeginStepRow from './BeginStepRow.vue';
import { useBeginGoing } from './going.ts';
import LookRound from './LookRound.vue';

/** The first hour of a library: what there is to see to, in any order, each step by its own form. */
const access = useAccess();
const changes = useChanges();
const router = useRouter();
const going = useBeginGoing();
going.value = '';
const { data, problem } = useRead(beginningApi.page, () => ({}));
const wanted = computed(() => data.value?.steps.filter((s) => s.state !== 'not-for-us') ?? []);
const done = computed(() => wanted.value.filter((s) => s.state === 'done').length);
/** The step that is opened: the next one until another is pressed; '' where it was closed. */
const opened = ref<BeginStepName | '' | null>(null);
const shown = computed(() => opened.value ?? data.value?.next ?? '');
const minutes = computed(() => wanted.value.reduce((sum, s) => sum + s.minutes, 0));

function go(step: BeginStepName, to: string): void {
  going.value = step;
  void router.push(to);
}
function say(step: BeginStepName, version: number, said: 'open' | 'done' | 'not-for-us'): void {
  // What is seen to makes way for the next.
  opened.value = null;
  void changes.make(beginningApi.say, { step }, { version, said });
}
</script>

<template>
  <TwoPanes left="Begin here" right="Look round">
    <header>
      <h1>Begin here</h1>
      <p v-if="data && data.next === null">
        All of it is seen to. <RouterLink to="/today">Today</RouterLink> says what is due from now on; this page stays under Library.
      </p>
      <p v-else-if="data">
        {{ done === 0 ? 'Nothing is done yet.' : `${done} of ${wanted.length} done.` }} Take them in any order, and leave off when you like:
        what is done stays done. About {{ minutes }} minutes are left in all.
      </p>
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <ol v-if="data" class="plain">
      <BeginStepRow
        v-for="s in data.steps"
        :key="s.step"
        :step="s"
        :next="s.step === data.next"
        :may-change="access.coordinator"
        :newest="data.newest"
        :opened="s.step === shown"
        @open="opened = s.step === shown ? '' : s.step"
        @go="go(s.step, $event)"
        @say="say(s.step, s.version, $event)"
      />
    </ol>
    <template #right>
      <LookRound />
      <h2>The shortest way to a label</h2>
      <ol class="short">
        <li>Give the library its <strong>name</strong>.</li>
        <li>Write down the <strong>place</strong> where the envelope will stand.</li>
        <li>Take in <strong>one envelope</strong>: variety, crop, year, how much.</li>
        <li>Press <kbd>P</kbd>, print, and stick the <strong>label</strong> on.</li>
      </ol>
      <p class="quiet">That is five to ten minutes. Everything else can wait for a quiet evening.</p>
      <h2>Good to know</h2>
      <ul class="know">
        <li>Every step can be taken back with <kbd>U</kbd>, also next year. Nothing you try here breaks anything.</li>
        <li>Words with a dotted line say what they mean when you press them. <kbd>?</kbd> says how the page in front of you works.</li>
        <li>Everything is kept on this computer, in one file. Nothing is sent anywhere.</li>
      </ul>
    </template>
  </TwoPanes>
</template>

<style scoped>
header {
  display: grid;
  gap: 4px;
}
.plain {
  border-top: 1px solid var(--rule);
}
.short,
.know {
  margin: 0;
  padding-left: 22px;
  display: grid;
  gap: 6px;
}
strong {
  font-weight: 600;
}
</style>
