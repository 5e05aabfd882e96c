<script setup lang="ts">
import { identityApi, type MixUpShown } from '@esprel/core/api';
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';

/** On the sheet of a lot that may be mixed up: with what, since when, and how it is cleared. */
const props = defineProps<{ mixUp: MixUpShown }>();
const format = useFormat();
const clearing = ref(false);
const form = useForm({
  name: null,
  initial: () => ({ how: 'not-mixed' as 'not-mixed' | 'put-right', reason: '' }),
  of: identityApi.clear,
  body: (v) => ({ ...v, version: props.mixUp.version }),
  asked: () => ({ id: props.mixUp.id }),
});
</script>

<template>
  <div class="mixed" role="note">
    <p>
      <strong>{{ mixUp.kind === 'swapped' ? 'May be swapped with' : 'May be spilled together with' }}</strong>
      {{ ' ' }}<RouterLink class="code" :to="`/lots/${mixUp.withCode}`">{{ mixUp.withCode }}</RouterLink> {{ mixUp.withVariety
      }}{{ mixUp.sinceDay ? `, since ${format.day(mixUp.sinceDay)}` : '' }}: {{ mixUp.reason }}. What was counted in that time is not used.
      <button v-if="!clearing" type="button" class="link" @click="clearing = true">Clear it up</button>
    </p>
    <form v-if="clearing" novalidate @submit.prevent="form.send()">
      <FieldChoice
        id="how"
        v-model="form.values.how"
        label="What was it"
        :options="[
          { value: 'not-mixed', label: 'They were never mixed' },
          { value: 'put-right', label: 'They were, and are told apart now' },
        ]"
        :hint="form.values.how === 'not-mixed' ? 'Every count is used again.' : 'What was counted in between stays out for good.'"
      />
      <FieldText id="clear-reason" v-model="form.values.reason" label="How do you know" :error="form.errors.reason" />
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      <Button type="submit" label="It is cleared" :disabled="form.sending" />
    </form>
  </div>
</template>

<style scoped>
.mixed {
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 8px 12px;
  display: grid;
  gap: 10px;
}
form {
  display: grid;
  gap: 10px;
  justify-items: start;
}
strong {
  font-weight: 600;
}
.link {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  min-height: 32px;
}
</style>
