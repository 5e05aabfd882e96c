<script setup lang="ts">
import { MESSAGE_FACTS, MESSAGE_KINDS, MESSAGE_WAY_WORDS, plural } from '@esprel/core';
import { type KeptMessage, type ProposedMessage, tellingApi, type VarietyListed } from '@esprel/core/api';
import { useIntervalFn } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { act, fileAddress } from '../base/calls.ts';
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import ListAndSheet from '../base/ListAndSheet.vue';
import NothingOpen from '../base/NothingOpen.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findVarieties } from '../fields/finders.ts';
import MessageSheet from './MessageSheet.vue';

/** What members should be told, in words that somebody reads before they go; and what was told. */
const router = useRouter();
const session = useSession();
const access = useAccess();
const format = useFormat();
const proposed = useRead(tellingApi.proposed, () => ({}), [() => session.today]);
const kept = useRead(tellingApi.kept, () => ({}));
/** A variety that needs somebody to grow it on: all who agreed to be asked are proposed. */
const wanted = ref<VarietyListed | string | null>(null);
const wantedId = computed(() => (typeof wanted.value === 'object' ? (wanted.value?.id ?? null) : null));
const growers = useRead(tellingApi.growers, () => (wantedId.value === null ? null : { variety: wantedId.value }));
const messages = computed(() => [
  ...(wantedId.value === null ? [] : (growers.data.value?.messages ?? [])),
  ...(proposed.data.value?.messages ?? []),
]);
const keyOf = (m: ProposedMessage): string => `${m.kind} ${String(m.memberId)}`;
const opened = ref<string | null>(null);
const open = computed(() => messages.value.find((m) => keyOf(m) === opened.value) ?? null);
const read = ref<number | null>(null);
const reading = computed(() => kept.data.value?.messages.find((m) => m.id === read.value) ?? null);
const problem = ref<string | null>(null);

const groups = computed(() =>
  MESSAGE_KINDS.map((kind) => ({ kind, messages: messages.value.filter((m) => m.kind === kind) })).filter((g) => g.messages.length > 0),
);
async function reload(): Promise<void> {
  await Promise.all([proposed.reload(), kept.reload(), growers.reload()]);
}
// What is being sent just now is looked at until it has gone.
useIntervalFn(() => {
  if (kept.data.value?.messages.some((m) => m.state === 'sending')) void kept.reload();
}, 1500);
async function again(m: KeptMessage): Promise<void> {
  problem.value = null;
  try {
    await act(tellingApi.again, { id: m.id }, {});
    await kept.reload();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
async function told(): Promise<void> {
  const at = messages.value.findIndex((m) => keyOf(m) === opened.value);
  await reload();
  // The next of the pile comes up by itself.
  const next = messages.value[Math.max(0, at)];
  opened.value = next ? keyOf(next) : null;
}
const STATE = { told: '', sending: 'being sent', failed: 'did not go out' } as const;
/** Letters of today that can be printed together. */
const letters = computed(() =>
  (kept.data.value?.messages ?? []).filter((m) => m.way === 'letter' && m.toldOn === session.today).map((m) => m.id),
);
function show(m: ProposedMessage): void {
  read.value = null;
  opened.value = keyOf(m);
}
function showKept(m: KeptMessage): void {
  opened.value = null;
  read.value = m.id;
}
</script>

<template>
  <ListAndSheet :opened="open !== null || reading !== null" label="Messages">
    <div class="list-body">
      <div class="head">
        <h1>Messages</h1>
        <Button label="Members" severity="secondary" @click="router.push('/members')" />
        <Button v-if="access.coordinator" label="The post" severity="secondary" @click="router.push('/members/post')" />
      </div>
      <DeskMessage v-if="problem ?? proposed.problem.value" kind="problem">{{ problem ?? proposed.problem.value?.message }}</DeskMessage>
      <p v-if="proposed.data.value && groups.length === 0" class="empty"><strong>Nobody has to be told anything just now.</strong></p>
      <div class="wanted">
        <FieldFind
          id="wanted"
          v-model="wanted"
          label="Ask who can grow"
          placeholder="a variety that would be lost"
          nothing="No variety of that name is here."
          :search="findVarieties"
          :words="(v) => v.name"
          :detail="(v) => v.crop"
        />
        <p v-if="wantedId !== null && growers.data.value?.messages.length === 0" class="quiet small">
          Nobody agreed to be asked for this, or all were asked within two months.
        </p>
      </div>
      <section v-for="g in groups" :key="g.kind" :aria-label="MESSAGE_FACTS[g.kind].words">
        <h2>{{ MESSAGE_FACTS[g.kind].words.charAt(0).toUpperCase() + MESSAGE_FACTS[g.kind].words.slice(1) }}</h2>
        <ul class="plain">
          <li v-for="m in g.messages" :key="keyOf(m)">
            <button type="button" class="line" :class="{ here: opened === keyOf(m) }" @click="show(m)">
              <strong>{{ m.member }}</strong>
              <span>{{ m.subject }}</span>
              <span class="quiet small">{{
                m.agreed ? m.ways.map((w) => MESSAGE_WAY_WORDS[w]).join(', ') : 'in person: did not agree to be written to'
              }}</span>
            </button>
          </li>
        </ul>
      </section>
      <section aria-label="Told">
        <h2>Told</h2>
        <p v-if="letters.length > 0">
          <a :href="fileAddress(tellingApi.letters, { ids: letters.join(',') })" download
            >{{ plural(letters.length, 'letter') }} of today as PDF</a
          >
        </p>
        <p v-if="kept.data.value?.messages.length === 0" class="quiet">Nothing yet.</p>
        <ul class="plain">
          <li v-for="m in kept.data.value?.messages ?? []" :key="m.id" class="kept">
            <button type="button" class="line" :class="{ here: read === m.id }" @click="showKept(m)">
              <strong>{{ m.member }}</strong>
              <span>{{ m.subject }}</span>
              <span class="quiet small"
                >{{ format.day(m.toldOn) }}, {{ MESSAGE_WAY_WORDS[m.way]
                }}{{ m.byItself ? ', by itself' : m.person ? `, ${m.person}` : '' }}
                <b v-if="m.state !== 'told'" :class="m.state">{{ STATE[m.state] }}</b></span
              >
            </button>
            <Button v-if="m.state === 'failed'" size="small" severity="secondary" label="Send again" @click="again(m)" />
          </li>
        </ul>
      </section>
    </div>
    <template #sheet>
      <MessageSheet v-if="open" :key="keyOf(open)" :message="open" @told="told" />
      <article v-else-if="reading" class="sheet scrolls" tabindex="-1">
        <h1>{{ reading.subject }}</h1>
        <p class="quiet">
          To <RouterLink :to="`/members/${reading.memberId}`">{{ reading.member }}</RouterLink>, {{ format.day(reading.toldOn) }},
          {{ MESSAGE_WAY_WORDS[reading.way] }}
        </p>
        <DeskMessage v-if="reading.problem" kind="problem">It did not go out. {{ reading.problem }}</DeskMessage>
        <p class="text">{{ reading.text }}</p>
      </article>
      <NothingOpen v-else title="Read it before it goes">
        <p>
          The words are made by the program, sent by you: change what you like. It goes by what each member agreed to, or is told in person.
        </p>
        <p>What was told is kept with its text, day and way, so that nobody is told twice.</p>
      </NothingOpen>
    </template>
  </ListAndSheet>
</template>

<style scoped>
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.head h1 {
  margin-right: auto;
}
h2 {
  font-size: 18px;
}
.wanted {
  max-width: 420px;
}
.kept {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
  gap: 2px 14px;
  width: 100%;
  text-align: left;
  padding: 8px 10px;
  border: 0;
  border-bottom: 1px solid var(--band);
  background: none;
  cursor: pointer;
}
.line:hover {
  background: var(--hover);
}
.line.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.line .small {
  grid-column: 2;
}
strong {
  font-weight: 600;
}
.failed {
  color: var(--act);
}
.sheet {
  height: 100%;
  padding: 22px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.text {
  white-space: pre-wrap;
}
</style>
