<script setup lang="ts">
import { CARD_FORMATS, groupedMemberCode, LABEL_FORMATS, memberAddress, plural } from '@esprel/core';
import { type MemberCard, type MemberPhone, membersApi, type NewCards } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import QuickSelect from '../fields/QuickSelect.vue';
import CardSheet from './CardSheet.vue';

/** What opens a member's page: cards, a link, the phones that are in; and how each is ended. */
const props = defineProps<{ memberId: number; cards: readonly MemberCard[]; phones: readonly MemberPhone[] }>();
const emit = defineEmits<{ changed: [] }>();
const session = useSession();
const format = useFormat();
const problem = ref<string | null>(null);
const made = ref<NewCards | null>(null);
const link = ref<{ readonly code: string; readonly endsAt: string } | null>(null);
const formats = CARD_FORMATS.map((value) => ({ value, label: LABEL_FORMATS[value].words }));
const paper = ref<(typeof CARD_FORMATS)[number]>('a4-21');
const base = computed(() => session.settings?.publicAddress ?? null);

async function tried(does: () => Promise<unknown>): Promise<void> {
  problem.value = null;
  try {
    await does();
    emit('changed');
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
const make = (): Promise<void> =>
  tried(async () => {
    link.value = null;
    made.value = await act(membersApi.makeCards, {}, { memberIds: [props.memberId], format: paper.value });
  });
const makeLink = (): Promise<void> =>
  tried(async () => {
    made.value = null;
    link.value = await act(membersApi.makeLink, { id: props.memberId }, {});
  });
const withdraw = (card: MemberCard): Promise<void> =>
  tried(() => act(membersApi.withdrawCard, { id: props.memberId, cardId: card.id }, {}));
const shutOut = (): Promise<void> => tried(() => act(membersApi.shutOut, { id: props.memberId }, {}));
const timeOf = (at: string): string => new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
const used = (card: MemberCard): string => (card.usedAt === null ? 'not used yet' : `used last ${format.day(card.usedAt.slice(0, 10))}`);
</script>

<template>
  <section aria-label="Their own page">
    <h2>Their own page</h2>
    <p v-if="cards.length === 0" class="quiet">
      No card yet. With one, their phone shows what to do with each packet, and what they count stands here by itself.
    </p>
    <ul v-else class="plain">
      <li v-for="c in cards" :key="c.id" class="card">
        <span>Card of {{ format.day(c.madeAt.slice(0, 10)) }}, {{ used(c) }}</span>
        <Button
          label="Lost: withdraw it"
          :aria-label="`Lost: withdraw the card of ${format.day(c.madeAt.slice(0, 10))}`"
          severity="secondary"
          size="small"
          @click="withdraw(c)"
        />
      </li>
    </ul>
    <p v-if="phones.length > 0" class="quiet small">
      Opened on {{ plural(phones.length, 'phone') }}, last used {{ format.day(phones[0]?.seenAt.slice(0, 10) ?? '') }}.
    </p>
    <div class="row-of-buttons">
      <Button label="Make a card" severity="secondary" size="small" @click="make" />
      <QuickSelect v-model="paper" label="Labels that it is printed on" :options="formats" />
      <Button label="A link for once" severity="secondary" size="small" @click="makeLink" />
      <Button
        v-if="cards.length > 1 || phones.length > 0"
        label="Shut it everywhere"
        severity="secondary"
        variant="text"
        size="small"
        @click="shutOut"
      />
    </div>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <CardSheet v-if="made" :made="made" @done="made = null" />
    <div v-if="link" class="made" role="status">
      <p>
        <strong>It opens the page once, until {{ timeOf(link.endsAt) }}.</strong> Send it to nobody else.
      </p>
      <p v-if="base" class="code link">{{ memberAddress(base, link.code) }}</p>
      <p v-else class="code link">{{ groupedMemberCode(link.code) }}</p>
      <p v-if="!base" class="quiet small">To be typed on the page of members; no address of it is set, see Settings.</p>
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}
h2 {
  font-size: 18px;
}
.card {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  padding: 3px 0;
}
.made {
  display: grid;
  gap: 6px;
  background: var(--lift);
  border: 1px solid var(--watch-line);
  padding: 10px 14px;
}
strong {
  font-weight: 600;
}
.link {
  white-space: normal;
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
