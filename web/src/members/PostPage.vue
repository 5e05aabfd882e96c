<script setup lang="ts">
import { MESSAGE_FACTS, MESSAGE_KINDS, type MessageKind } from '@esprel/core';
import { tellingApi } from '@esprel/core/api';
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { numberOf, useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';

/** How e-mail leaves the library: a mail server, or the post office that ships with the program; and what goes by itself. */
const router = useRouter();
const { data, problem, reload } = useRead(tellingApi.post, () => ({}));
const office = useRead(tellingApi.office, () => ({}));
const form = useForm({
  name: null,
  initial: () => ({
    host: '',
    port: '587',
    security: 'starttls' as 'starttls' | 'tls' | 'none',
    user: '',
    password: '',
    sender: '',
    byItself: [] as MessageKind[],
  }),
  of: tellingApi.setPost,
  body: (v) => ({
    host: v.host.trim() || null,
    port: numberOf('port', v.port),
    security: v.security,
    user: v.user.trim() || null,
    password: v.password === '' ? null : v.password,
    sender: v.sender.trim() || null,
    byItself: v.byItself,
    version: data.value?.version ?? 0,
  }),
});
const { values } = form;
watch(
  () => data.value?.version,
  () => {
    const p = data.value;
    if (p) {
      form.reset({
        host: p.host ?? '',
        port: String(p.port),
        security: p.security,
        user: p.user ?? '',
        password: '',
        sender: p.sender ?? '',
        byItself: [...p.byItself],
      });
    }
  },
  { immediate: true },
);
const said = ref<{ readonly words: string; readonly wrong: boolean } | null>(null);
const trying = ref(false);
async function save(): Promise<void> {
  said.value = null;
  if (!(await form.send())) return;
  said.value = { words: 'Saved. Try it, to be sure that letters arrive.', wrong: false };
  await Promise.all([reload(), office.reload()]);
}
async function attempt(): Promise<void> {
  said.value = null;
  trying.value = true;
  try {
    said.value = { words: (await act(tellingApi.tryPost, {}, {})).said, wrong: false };
  } catch (error) {
    said.value = { words: (error as Error).message, wrong: true };
  } finally {
    trying.value = false;
    await office.reload();
  }
}
async function behave(as: 'works' | 'refuses' | 'hangs'): Promise<void> {
  await act(tellingApi.setOffice, {}, { behaves: as });
  await office.reload();
}
const simulated = computed(() => office.data.value?.used === true);
</script>

<template>
  <div class="post scrolls" tabindex="-1">
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <FormFrame
      v-else-if="data"
      title="The post"
      about="How e-mail to members leaves the library. Without a mail server nothing leaves this computer."
      action="Save"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="router.push('/messages')"
    >
      <FieldText
        id="post-host"
        v-model="values.host"
        class="two-thirds"
        label="Mail server"
        optional
        placeholder="smtp.mail.example"
        :error="form.errors.host"
      />
      <FieldText id="post-port" v-model="values.port" class="third" label="Port" numeric :error="form.errors.port" />
      <FieldChoice
        id="post-security"
        v-model="values.security"
        label="Encryption"
        :options="[
          { value: 'starttls', label: 'STARTTLS' },
          { value: 'tls', label: 'TLS' },
          { value: 'none', label: 'none' },
        ]"
        :hint="values.security === 'none' ? 'Only for a server on this computer: others could read along.' : undefined"
        :error="form.errors.security"
      />
      <FieldText id="post-user" v-model="values.user" class="half" label="User" optional :error="form.errors.user" />
      <FieldText
        id="post-password"
        v-model="values.password"
        class="half"
        type="password"
        label="Password"
        optional
        :hint="data.hasPassword ? 'One is kept; leave it empty to keep it.' : 'It is kept in the library’s file.'"
        :error="form.errors.password"
      />
      <FieldText
        id="post-sender"
        v-model="values.sender"
        label="Letters come from"
        optional
        placeholder="seed@library.example"
        :error="form.errors.sender"
      />
      <fieldset class="kinds">
        <legend>Goes by itself</legend>
        <label v-for="k in MESSAGE_KINDS.filter((x) => x !== 'who-can-grow')" :key="k" :for="`self-${k}`">
          <Checkbox v-model="values.byItself" :input-id="`self-${k}`" :value="k" name="by-itself" />{{ MESSAGE_FACTS[k].words }}
        </label>
        <p class="quiet small">
          Only to those who agreed, by e-mail, at most one a week to a person, with a line that says how it stops. All else waits to be read
          and sent.
        </p>
      </fieldset>
      <p v-if="said" :class="said.wrong ? 'wrong' : 'good'" role="status">{{ said.words }}</p>
      <div class="row-of-buttons"><Button label="Try it" severity="secondary" :loading="trying" @click="attempt" /></div>
    </FormFrame>
    <section v-if="simulated && office.data.value" aria-label="The post office of the program" class="office">
      <h2>What came out</h2>
      <p class="quiet">
        No mail server is set: the post office that ships with the program keeps letters here, for looking at. It can be made to refuse or
        to hang, to see what happens then.
      </p>
      <div class="row-of-buttons">
        <Button
          v-for="b in ['works', 'refuses', 'hangs'] as const"
          :key="b"
          :label="b"
          :aria-pressed="office.data.value.behaves === b"
          :severity="office.data.value.behaves === b ? undefined : 'secondary'"
          size="small"
          @click="behave(b)"
        />
      </div>
      <article v-for="m in office.data.value.cameOut" :key="m.id" class="mail">
        <p class="quiet small">From {{ m.from }} to {{ m.to }}</p>
        <h3>{{ m.subject }}</h3>
        <p class="text">{{ m.text }}</p>
      </article>
      <p v-if="office.data.value.cameOut.length === 0" class="quiet">Nothing yet.</p>
    </section>
  </div>
</template>

<style scoped>
.post {
  height: 100%;
  background: var(--sheet);
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
  padding: 18px 20px;
  align-items: start;
}
.kinds {
  grid-column: 1 / -1;
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.kinds legend {
  font-weight: 600;
  padding: 0;
}
.kinds label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 30px;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
.good {
  color: var(--good);
  font-weight: 600;
}
.office {
  display: grid;
  gap: 10px;
  padding-top: 12px;
}
.mail {
  background: var(--sheet);
  border: 1px solid var(--edge);
  padding: 12px 14px;
  display: grid;
  gap: 4px;
}
.text {
  white-space: pre-wrap;
}
@media (max-width: 860px) {
  .post {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
