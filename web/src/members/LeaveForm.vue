<script setup lang="ts">
import { plural } from '@esprel/core';
import { membersApi } from '@esprel/core/api';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** The one thing that cannot be taken back: it says first what will be gone, and what stays. */
const props = defineProps<{ id: string }>();
const router = useRouter();
const changes = useChanges();
const { data, problem } = useRead(membersApi.leaving, () => ({ id: props.id }));
const form = useForm({
  name: null,
  initial: () => ({}),
  of: membersApi.leave,
  asked: () => ({ id: props.id }),
  body: () => ({ version: data.value?.version ?? 0 }),
});
async function forget(): Promise<void> {
  if (!(await form.send())) return;
  changes.forget();
  await router.push('/members');
  changes.revision += 1;
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <FormFrame
    v-else-if="data"
    :title="`${data.name} leaves`"
    about="Who they were is forgotten. What became of their seed stays, as that of a former member."
    action="Forget them for good"
    keep="Keep them"
    final
    :sending="form.sending"
    :problem="form.problem"
    @submit="forget"
    @leave="router.push(`/members/${id}`)"
  >
    <DeskMessage kind="caution"
      ><span><strong>This cannot be taken back.</strong> Copies of the library that were made before still hold it.</span></DeskMessage
    >
    <section aria-labelledby="gone">
      <h2 id="gone">Gone for good</h2>
      <ul>
        <li v-for="g in data.gone" :key="g">{{ g }}</li>
      </ul>
    </section>
    <section aria-labelledby="stays">
      <h2 id="stays">What stays</h2>
      <ul>
        <li>their loans, what they sowed, and the seed that they brought back</li>
        <li v-if="data.promises > 0">{{ plural(data.promises, 'open promise') }}, let go</li>
        <li v-if="data.stay > 0">
          {{ plural(data.stay, 'text') }} with this name, which may mean somebody or something else there: look for the name afterwards
        </li>
      </ul>
    </section>
  </FormFrame>
  <OpeningNote v-else what="what would be gone" />
</template>

<style scoped>
h2 {
  font-size: 17px;
}
ul {
  padding-left: 20px;
  line-height: 1.6;
}
</style>
