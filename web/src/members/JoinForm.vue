<script setup lang="ts">
import { membersApi, type NamedMember } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useRead } from '../base/useRead.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findMembers } from '../fields/finders.ts';

/** Two records of one person become one: seen before it is done, in one step that can be taken back. */
const props = defineProps<{ id: string }>();
const router = useRouter();
const changes = useChanges();
const other = ref<NamedMember | string | null>(null);
const otherId = computed(() => (typeof other.value === 'object' ? (other.value?.id ?? null) : null));
const { data, problem } = useRead(membersApi.joining, () => (otherId.value === null ? null : { id: props.id, otherId: otherId.value }));
const wrong = ref<string | null>(null);
async function join(): Promise<void> {
  const p = data.value;
  if (!p) return;
  wrong.value = null;
  try {
    await changes.send(membersApi.join, { id: props.id }, { otherId: p.other.id, version: p.into.version, otherVersion: p.other.version });
    await router.push(`/members/${props.id}`);
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <form class="join form-page scrolls" novalidate @submit.prevent="join">
    <h1>Join with another record</h1>
    <p class="quiet">
      For somebody who was written down twice. Nothing is lost: what both say stays as it stands here, and the rest comes along.
    </p>
    <FieldFind
      id="join-other"
      v-model="other"
      label="The other record"
      placeholder="name of the member"
      nothing="Nobody of that name is a member."
      :search="findMembers"
      :words="(m) => m.name"
      :detail="(m) => m.place ?? ''"
      :error="problem?.message"
    />
    <template v-if="data && otherId !== null">
      <section aria-label="What comes along">
        <h2>Comes along to {{ data.into.name }}</h2>
        <ul v-if="data.moves.length > 0">
          <li v-for="m in data.moves" :key="m">{{ m }}</li>
        </ul>
        <p v-else class="quiet">Nothing: the other record is empty.</p>
      </section>
      <section v-if="data.differ.length > 0" aria-label="What both say">
        <h2>Both say something</h2>
        <ul>
          <li v-for="d in data.differ" :key="d.what">
            {{ d.what }}: <strong>{{ d.kept }}</strong> stays, “{{ d.noted }}” goes into the note
          </li>
        </ul>
      </section>
      <DeskMessage v-if="wrong" kind="problem">{{ wrong }}</DeskMessage>
    </template>
    <div class="row-of-buttons">
      <Button type="submit" label="Join them" :disabled="!data || otherId === null" />
      <Button label="Leave it" severity="secondary" @click="router.push(`/members/${id}`)" />
    </div>
  </form>
</template>

<style scoped>
.join {
  height: 100%;
  padding: 22px 24px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
h2 {
  font-size: 18px;
}
ul {
  margin: 4px 0 0;
  padding-left: 20px;
}
strong {
  font-weight: 600;
}
</style>
