<script setup lang="ts">
import { capital, plural, shortCautions, swapPacket } from '@esprel/core';
import type { SwapCopyLot } from '@esprel/core/api';
import { Camera, ScanLine } from '@lucide/vue';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, defineAsyncComponent, ref } from 'vue';
import { type Scan, scanOf } from '../base/scanBuffer.ts';
import { outAdvice } from './advice.ts';
import DoubtfulPacket from './DoubtfulPacket.vue';
import SlipPrint from './SlipPrint.vue';
import { type DeskStep, takenBack } from './steps.ts';
import type { DeskMember } from './deskMembers.ts';
import { useSwapDesk } from './useSwapDesk.ts';
import VisitBar from './VisitBar.vue';

/** Packet after packet, for whoever stands there. */
const desk = useSwapDesk();
const Dialog = defineAsyncComponent(() => import('primevue/dialog'));
const CodeReader = defineAsyncComponent(() => import('../base/CodeReader.vue'));
const typed = ref('');
const said = ref<string | null>(null);
const camera = ref(false);
const slip = ref(false);
/** Packets that are not simply given: each stays here until somebody said what became of it. */
const doubts = ref<
  readonly { readonly code: string; readonly lot: SwapCopyLot | null; readonly why: string; readonly seeds: string; readonly n: number }[]
>([]);
let asked = 0;

const members = computed(() => (typed.value.trim().length < 2 || scanOf(typed.value) ? [] : desk.findMembers(typed.value)));
const lots = computed(() => (typed.value.trim().length < 2 || scanOf(typed.value) ? [] : desk.find(typed.value)));

type Out = DeskStep & { readonly said: Extract<DeskStep['said'], { what: 'out' }> };
const given = computed(() => {
  const back = takenBack(desk.steps);
  const key = desk.visit?.key;
  return desk.steps
    .filter((s): s is Out => s.said.what === 'out' && s.said.visit === key && !back.has(s.key) && s.refused === null)
    .reverse();
});
const who = computed(() => desk.visit?.name ?? 'A visitor');

const lotOf = (s: Out): SwapCopyLot | null => desk.lot(s.said.lotCode);
const hurts = (lot: SwapCopyLot): readonly string[] => {
  const crop = desk.crops?.byKey.get(lot.cropKey);
  return lot.cautions.length > 0 || !crop ? lot.cautions : shortCautions(crop.cautions, lot.form);
};

async function take(scan: Scan): Promise<void> {
  said.value = null;
  if (scan.kind === 'misread') {
    said.value = `“${scan.text.slice(0, 20)}” was read wrongly. Scan it again, or type it.`;
    return;
  }
  if (scan.kind === 'code') {
    await give(scan.code);
    return;
  }
  const member = await desk.memberOfCard(scan.code);
  if (member) await comes(member);
  else said.value = 'This card is of nobody whom this desk knows: withdrawn, or made since. Find them by name, or go on with a visitor.';
}
defineExpose({ take });

async function comes(member: DeskMember): Promise<void> {
  typed.value = '';
  await desk.comes(member);
}

async function give(code: string): Promise<void> {
  typed.value = '';
  const lot = desk.lot(code);
  const fill = lot === null ? undefined : [...lot.packets].sort((a, b) => b.left - a.left)[0];
  const why =
    lot === null
      ? 'No lot of this code is known at this desk. It may have come in at another desk just now.'
      : lot.notLent !== null
        ? `It is not given to anybody: ${lot.notLent}.`
        : fill !== undefined && fill.left <= 0
          ? 'By the list the last packet is gone. Count what is really there.'
          : lot.free <= 0
            ? 'By the list nothing of it may go: what is left stays at home, or lies ready for somebody.'
            : null;
  if (why !== null) {
    doubts.value = [...doubts.value, { code, lot, why, seeds: fill === undefined ? '' : String(fill.seedsEach), n: ++asked }];
    return;
  }
  await writeDown(code, lot, fill);
}

/** Of what is in no packets yet a pinch is given. */
const pinchOf = (lot: SwapCopyLot): number => {
  const crop = desk.crops?.byKey.get(lot.cropKey);
  return Math.max(1, Math.min(lot.free, crop ? swapPacket(crop.seedsPerGram) : 20));
};

async function writeDown(
  code: string,
  lot: SwapCopyLot | null,
  fill: SwapCopyLot['packets'][number] | undefined,
  seeds?: number,
): Promise<void> {
  const visit = await desk.visitHere();
  await desk.say({
    what: 'out',
    visit: visit.key,
    lotCode: code,
    packetFillId: fill !== undefined && fill.id > 0 && fill.left > 0 && seeds === undefined ? fill.id : null,
    packets: 1,
    seedsEach: seeds ?? fill?.seedsEach ?? (lot === null ? 20 : pinchOf(lot)),
    forSeed: false,
    named: lot?.variety ?? null,
    packetNote: null,
  });
}
function decided(doubt: (typeof doubts.value)[number]): void {
  doubts.value = doubts.value.filter((d) => d !== doubt);
}
async function allTheSame(doubt: (typeof doubts.value)[number], seeds: number): Promise<void> {
  decided(doubt);
  await writeDown(doubt.code, doubt.lot, undefined, seeds);
}

/** Said of a packet that was given: it is grown for seed, and some comes back. */
async function forSeed(step: Out): Promise<void> {
  await desk.takeBack(step);
  await desk.say({ ...step.said, forSeed: !step.said.forSeed });
}

async function enter(): Promise<void> {
  const text = typed.value.trim();
  if (text === '') return;
  const scan = scanOf(text);
  if (scan) {
    typed.value = '';
    await take(scan);
  } else if (lots.value[0] && members.value.length === 0) await give(lots.value[0].code);
  else if (members.value[0] && lots.value.length === 0) await comes(members.value[0]);
  else if (members.value.length + lots.value.length === 0) said.value = `Nothing here is called “${text.slice(0, 40)}”.`;
}
</script>

<template>
  <h2>Goes out <span class="quiet">scan packet after packet</span></h2>
  <form class="scan" novalidate @submit.prevent="enter">
    <ScanLine :size="26" aria-hidden="true" />
    <label class="unseen" for="scan">Code of a packet, name of a variety, or a member</label>
    <InputText
      id="scan"
      v-model="typed"
      placeholder="code of a packet, or a member’s card"
      autocomplete="off"
      spellcheck="false"
      maxlength="120"
      @input="said = null"
    />
    <Button type="button" severity="secondary" variant="text" aria-label="Read a code with the camera" @click="camera = true"
      ><Camera :size="22" aria-hidden="true"
    /></Button>
  </form>
  <ul v-if="members.length + lots.length > 0" class="plain found" aria-label="Found">
    <li v-for="m in members" :key="`m${m.id}`">
      <button type="button" @click="comes(m)">
        <strong>{{ m.name }}</strong> <span class="quiet">member{{ m.garden ? `, ${m.garden}` : '' }}</span>
      </button>
    </li>
    <li v-for="l in lots" :key="l.code">
      <button type="button" @click="give(l.code)">
        <span class="code">{{ l.code }}</span> <strong>{{ l.variety }}</strong>
        <span class="quiet">{{ desk.cropName(l.cropKey).toLowerCase() }}{{ l.year ? `, ${l.year}` : '' }}</span>
      </button>
    </li>
  </ul>
  <p v-if="said" role="alert" class="heard">{{ said }}</p>
  <DoubtfulPacket
    v-for="d in doubts"
    :key="d.n"
    :code="d.code"
    :variety="d.lot?.variety"
    :why="d.why"
    :seeds="d.seeds"
    @goes="(seeds) => allTheSame(d, seeds)"
    @stays="decided(d)"
  />
  <VisitBar><Button v-if="given.length > 0" severity="secondary" label="Slip" @click="slip = true" /></VisitBar>
  <ul class="plain lines" aria-label="Goes along">
    <li v-for="s in given" :key="s.key">
      <span class="code">{{ s.said.lotCode }}</span>
      <span class="what">
        <strong>{{ s.said.named ?? 'not known here' }}</strong>
        <template v-if="lotOf(s)">
          <span class="quiet">{{ ` ${desk.cropName(lotOf(s)!.cropKey).toLowerCase()}${outAdvice(lotOf(s)!)}` }}</span>
          <span v-if="hurts(lotOf(s)!).length > 0" class="hurts"> {{ capital(hurts(lotOf(s)!).join(', ').toLowerCase()) }}: say so</span>
        </template>
        <span v-if="s.said.forSeed" class="for-seed"> for seed, some comes back</span>
      </span>
      <span class="quiet">{{ plural(s.said.packets * s.said.seedsEach, 'seed') }}</span>
      <span class="acts">
        <Button
          v-if="desk.visit?.name"
          size="small"
          variant="text"
          severity="secondary"
          :label="s.said.forSeed ? 'Not for seed' : 'For seed'"
          @click="forSeed(s)"
        />
        <Button
          size="small"
          variant="text"
          severity="secondary"
          label="Take back"
          :aria-label="`Take ${s.said.lotCode} back`"
          @click="desk.takeBack(s)"
        />
      </span>
    </li>
  </ul>
  <p v-if="given.length > 0 && desk.visit?.memberId != null" class="quiet">
    It stands on their own page too, once this desk was in the network.
  </p>
  <Dialog v-if="camera" v-model:visible="camera" header="Read a code" modal dismissable-mask :style="{ width: 'min(520px, 94vw)' }">
    <p>Hold the code of a packet, or the card of a member, before the camera. It stays open for the next.</p>
    <CodeReader
      @code="
        (text: string) => {
          const scan = scanOf(text);
          if (scan) void take(scan);
          else said = `“${text.slice(0, 40)}” is no code of this library.`;
        }
      "
    />
    <p v-if="given[0]" role="status">
      <span class="code">{{ given[0].said.lotCode }}</span> {{ given[0].said.named }} is written down.
    </p>
    <p v-if="said" role="alert">{{ said }}</p>
  </Dialog>
  <SlipPrint v-if="slip" :who="who" :given="given" @close="slip = false" />
</template>

<style scoped>
h2 {
  font-size: 24px;
}
h2 .quiet {
  font-family: var(--text);
  font-weight: 400;
  font-size: 15px;
  letter-spacing: 0;
}
.scan {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 4px 6px 4px 14px;
  border: 2px solid var(--action);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--action);
}
.scan :deep(.p-inputtext) {
  border: 0;
  box-shadow: none;
  min-height: 50px;
  font-size: 18px;
  background: transparent;
}
.found {
  border: 1px solid var(--edge);
  margin-top: -8px;
  background: var(--sheet);
}
.found button {
  width: 100%;
  min-height: 42px;
  text-align: left;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  padding: 6px 14px;
  cursor: pointer;
}
.found button:hover,
.found button:focus-visible {
  background: var(--hover);
}
.heard {
  color: var(--act-deep);
  font-weight: 600;
}
.lines .p-button {
  min-height: 36px;
  padding-inline: 8px;
}
.lines li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.hurts {
  color: var(--act);
  font-weight: 600;
}
.for-seed {
  color: var(--good);
  font-weight: 600;
}
@media (max-width: 620px) {
  .lines li {
    grid-template-columns: 92px minmax(0, 1fr);
  }
}
</style>
