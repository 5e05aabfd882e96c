<script setup lang="ts">
import { packetNow, sownNow } from '@esprel/core';
import type { MyPacket, MySowing } from '@esprel/core/api';
import { computed } from 'vue';
import GrowAsk from './GrowAsk.vue';
import PacketCard from './PacketCard.vue';
import SowingCard from './SowingCard.vue';
import { useMine } from './useMine.ts';

/** Every packet in hand, with one sentence of what to do now. */
const mine = useMine();
interface Card {
  readonly key: string;
  readonly today: boolean;
  readonly packet: MyPacket;
  readonly sowing: MySowing | null;
}
const cards = computed((): Card[] => {
  const { page, today } = mine;
  if (page === null) return [];
  const all = page.packets.flatMap((packet): Card[] => {
    const { emergeMinD, emergeMaxD } = packet.facts;
    // A sowing that the library has just been told of gets a number: its card stays the same one.
    const sown = packet.sowings.map((sowing, i) => ({
      key: `s${String(packet.loanId)}-${String(packet.sowings.length - i)}`,
      today: sowing.fate === null && sownNow({ ...sowing, emergeMinD, emergeMaxD }, today, page.library.said).today,
      packet,
      sowing,
    }));
    const inHand = {
      key: `p${String(packet.loanId)}`,
      today: packetNow(packet.facts, today, page.library.said).today,
      packet,
      sowing: null,
    };
    return packet.left > 0 ? [inHand, ...sown] : sown;
  });
  return [...all.filter((c) => c.today), ...all.filter((c) => !c.today)];
});
</script>

<template>
  <h1>My seed</h1>
  <GrowAsk v-for="g in (mine.page?.grow ?? []).filter((g) => g.answer === null)" :key="g.id" :ask="g" />
  <p v-if="cards.length === 0">
    Nothing is in your hands just now. <RouterLink to="/find">Find</RouterLink> what can be sown, and ask for a packet.
  </p>
  <template v-if="mine.page">
    <template v-for="c in cards" :key="c.key">
      <SowingCard v-if="c.sowing" :packet="c.packet" :sowing="c.sowing" :library="mine.page.library" />
      <PacketCard v-else :packet="c.packet" :library="mine.page.library" />
    </template>
    <p v-if="cards.length > 0" class="quiet small">
      Days are those of {{ mine.page.garden ?? 'the library’s own garden; say at the desk if yours is colder or warmer' }}.
    </p>
  </template>
</template>
