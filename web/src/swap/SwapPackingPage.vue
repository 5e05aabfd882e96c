<script setup lang="ts">
import { plural } from '@esprel/core';
import { swapApi, type SwapPackingIdea, type SwapPackingRow } from '@esprel/core/api';
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { computed, reactive, ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { ApiProblem } from '../base/api.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { fieldProblem } from '../base/fieldWords.ts';
import { percent } from '../base/format.ts';
import { useSession } from '../base/session.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import SwapFrame from './SwapFrame.vue';

/** What is brought along: chosen from what is alive and to spare, filled and labelled in one run, and ticked off as it goes into the box. */
const props = defineProps<{ id: string }>();
const changes = useChanges();
const format = useFormat();
const session = useSession();
const { data, problem } = useRead(swapApi.packing, () => ({ id: props.id }));
const chosen = ref<readonly string[]>([]);
/** Packets as somebody said them, by lot. */
const said = reactive<Record<string, string>>({});
const wrong = ref<string | null>(null);
const sending = ref(false);

const ideas = computed(() => data.value?.ideas ?? []);
const rows = computed(() => data.value?.rows ?? []);
const packetsOf = (i: SwapPackingIdea): number => Number((said[i.lotCode] ?? '').trim() || i.packets);
const picked = computed(() => ideas.value.filter((i) => chosen.value.includes(i.lotCode)));
const sum = computed(() => picked.value.reduce((n, i) => n + (packetsOf(i) || 0), 0));
const toFill = computed(() => picked.value.reduce((n, i) => n + Math.max(0, packetsOf(i) - i.ready), 0));
const packed = computed(() => rows.value.filter((r) => r.packedOn !== null).length);

function pick(code: string): void {
  chosen.value = chosen.value.includes(code) ? chosen.value.filter((c) => c !== code) : [...chosen.value, code];
}
async function bring(): Promise<void> {
  wrong.value = null;
  const odd = picked.value.find((i) => !Number.isInteger(packetsOf(i)) || packetsOf(i) < 1);
  if (odd) {
    wrong.value = `${odd.variety}: how many packets? A whole number, please.`;
    return;
  }
  sending.value = true;
  try {
    await changes.send(
      swapApi.pack,
      { id: props.id },
      { rows: picked.value.map((i) => ({ lotCode: i.lotCode, packets: packetsOf(i), seedsEach: i.seedsEach })) },
    );
    chosen.value = [];
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    const [first] = error.errors;
    const row = /^rows\[(\d+)\]/.exec(first?.path ?? '')?.[1];
    const lot = row === undefined ? undefined : picked.value[Number(row)];
    wrong.value = first ? (lot ? `${lot.variety}: ${first.message}` : fieldProblem(first.path, first.message)) : error.message;
  } finally {
    sending.value = false;
  }
}
const set = (r: SwapPackingRow, what: 'packed' | 'not-packed' | 'left-out'): void =>
  void changes.make(swapApi.packed, { id: r.id }, { version: r.version, what });
const why = (i: SwapPackingIdea): string => {
  if (i.waiting > 0) return `${plural(i.waiting, 'member')} ${i.waiting === 1 ? 'waits' : 'wait'} for it`;
  if (i.sowFrom === null) return 'to spare';
  return i.sowFrom <= session.today ? 'sown now' : `sown from ${format.day(i.sowFrom)}`;
};
</script>

<template>
  <SwapFrame :id="id" v-slot="{ day }" here="packing">
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <section v-if="data && rows.length > 0" aria-labelledby="list">
      <h2 id="list">
        On the list
        <span class="quiet">{{ plural(rows.length, 'lot') }}, {{ packed }} in the box; in the order of the shelves</span>
        <RouterLink v-if="day.finishedOn === null" class="p-button p-button-secondary button" :to="`/labels?swap=${id}`"
          >Labels for all of them</RouterLink
        >
      </h2>
      <ul class="plain">
        <li v-for="r in rows" :key="r.id" class="row">
          <Checkbox
            binary
            :model-value="r.packedOn !== null"
            :disabled="day.finishedOn !== null"
            :input-id="`packed-${r.id}`"
            @update:model-value="set(r, r.packedOn === null ? 'packed' : 'not-packed')"
          />
          <label :for="`packed-${r.id}`"
            ><span class="unseen">In the box:</span> <strong>{{ r.variety }}</strong>
            <span class="quiet">{{ r.crop.toLowerCase() }}</span></label
          >
          <RouterLink class="code" :to="`/lots/${r.lotCode}`">{{ r.lotCode }}</RouterLink>
          <span>{{ plural(r.packets, 'packet') }} of {{ r.seedsEach }}</span>
          <span class="quiet">{{ r.place ?? 'no place written down' }}</span>
          <Button
            v-if="day.finishedOn === null"
            size="small"
            severity="secondary"
            variant="text"
            label="Leave it here"
            :aria-label="`Leave ${r.variety} here`"
            @click="set(r, 'left-out')"
          />
        </li>
      </ul>
    </section>
    <section v-if="data && day.finishedOn === null" aria-labelledby="ideas">
      <h2 id="ideas">
        Worth bringing
        <span class="quiet">alive enough to lend and to spare: what somebody waits for first, then what is sown soonest</span>
      </h2>
      <p v-if="ideas.length === 0" class="quiet">
        Nothing more: what is left is needed at home, not alive enough to be given away, or on the list already.
      </p>
      <template v-else>
        <p class="row-of-buttons act">
          <Button
            :label="
              picked.length === 0
                ? 'Choose what to bring'
                : toFill === 0
                  ? `Put ${plural(sum, 'packet')} on the list`
                  : `Fill ${plural(toFill, 'packet')}, and put ${sum} on the list`
            "
            :disabled="picked.length === 0 || sending"
            @click="bring"
          />
          <Button
            severity="secondary"
            variant="text"
            :label="picked.length === ideas.length ? 'None of them' : 'All of them'"
            @click="chosen = picked.length === ideas.length ? [] : ideas.map((i) => i.lotCode)"
          />
        </p>
        <DeskMessage v-if="wrong" kind="problem">{{ wrong }}</DeskMessage>
        <ul class="plain">
          <li v-for="i in ideas" :key="i.lotCode" class="row idea">
            <Checkbox
              binary
              :model-value="chosen.includes(i.lotCode)"
              :input-id="`bring-${i.lotCode}`"
              @update:model-value="pick(i.lotCode)"
            />
            <label :for="`bring-${i.lotCode}`"
              ><span class="unseen">Bring</span> <strong>{{ i.variety }}</strong>
              <span class="quiet">{{ i.crop.toLowerCase() }}</span></label
            >
            <RouterLink class="code" :to="`/lots/${i.lotCode}`">{{ i.lotCode }}</RouterLink>
            <span class="amount"
              ><label class="unseen" :for="`n-${i.lotCode}`">Packets of {{ i.variety }}</label
              ><InputText
                :id="`n-${i.lotCode}`"
                v-model="said[i.lotCode]"
                class="n"
                inputmode="numeric"
                maxlength="3"
                autocomplete="off"
                :placeholder="String(i.packets)"
              />
              of {{ i.seedsEach }}<span v-if="i.ready > 0" class="quiet">, {{ i.ready }} filled</span></span
            >
            <span class="quiet">{{ percent(i.alive) }} alive, {{ why(i) }}</span>
            <span class="quiet">{{ i.place ?? '' }}</span>
          </li>
        </ul>
      </template>
    </section>
  </SwapFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
  margin-bottom: 4px;
}
h2 .quiet {
  font: 400 15px var(--text);
  letter-spacing: 0;
}
h2 .button {
  margin-left: auto;
  padding: 8px 14px;
  font-family: var(--text);
}
.act {
  margin: 8px 0;
}
.row {
  display: grid;
  grid-template-columns: 28px minmax(0, 1.6fr) 90px minmax(0, 1fr) minmax(0, 1.4fr) auto;
  gap: 4px 14px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}
.idea {
  grid-template-columns: 28px minmax(0, 1.4fr) 90px 170px minmax(0, 1.1fr) minmax(0, 1fr);
}
.amount {
  display: flex;
  align-items: center;
  gap: 8px;
  white-space: nowrap;
}
.n {
  width: 56px;
}
@media (max-width: 860px) {
  .row,
  .idea {
    grid-template-columns: 28px minmax(0, 1fr);
  }
  .row > :nth-child(n + 3) {
    grid-column: 2;
  }
}
</style>
