<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { PURPOSE_OF_MESSAGE_WORDS, plural } from '@esprel/core';
import { type Ask, asksApi, errandsApi, membersApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useRead } from '../base/useRead.ts';
import { useAccess } from '../base/access.ts';
import { useScans } from '../base/scans.ts';
import { useTable } from '../base/table.ts';
import { useFormat } from '../base/useFormat.ts';
import LotHistory from '../shared/StepHistory.vue';
import { leftOfLoan } from '../shared/loanLeft.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import MemberCards from './MemberCards.vue';
import MemberLife from './MemberLife.vue';

const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const access = useAccess();
const table = useTable();
const changes = useChanges();
const format = useFormat();
const { data, problem, reload } = useRead(membersApi.sheet, () => ({ id: props.id }));

/** Their card was scanned: packets that are scanned now are theirs. */
const byCard = computed(() => route.query.card === '1');
const handing = ref(false);
async function scanned(code: string): Promise<void> {
  const ask = data.value?.asks.find((a) => a.laid?.lotCode === code);
  if (handing.value) return;
  if (ask) {
    handing.value = true;
    await changes.make(asksApi.handOver, { id: ask.id }, { version: ask.version });
    handing.value = false;
  } else {
    table.pullOut(code);
    await router.push({ path: '/table/lend', query: { member: props.id } });
  }
}
useScans().take((code) => void (byCard.value ? scanned(code) : router.push(`/lots/${code}`)));
const { data: shares } = useRead(membersApi.shares, () => (access.coordinator ? { id: props.id } : null));
const ready = computed(() => (data.value?.asks ?? []).filter((a) => a.laid !== null));
const asks = computed(() => (data.value?.asks ?? []).filter((a) => a.laid === null));
const ASK = { ask: 'asks for', wait: 'waits for', offer: 'would grow' } as const;
const handOver = (a: Ask): Promise<unknown> => changes.make(asksApi.handOver, { id: a.id }, { version: a.version });
const reached = computed(() => {
  const m = data.value?.member;
  if (!m) return '';
  return [m.email, m.phone, m.post?.replace(/\s*\n\s*/g, ', '), m.contact]
    .filter((w) => w !== null && w !== undefined && w !== '')
    .join('; ');
});
const agreed = computed(() => {
  const m = data.value?.member;
  if (!m || reached.value === '') return '';
  if (m.consentFor.length === 0) return 'Agreed to be reached for nothing yet: ask.';
  return `May be reached ${m.consentFor.map((p) => PURPOSE_OF_MESSAGE_WORDS[p]).join('; ')}${m.consentOn === null ? '' : ` (agreed ${format.day(m.consentOn)})`}.`;
});

const inHand = computed(
  () => (data.value?.loans ?? []).filter((l) => l.settledOn === null && leftOfLoan(l, data.value?.sowings ?? []) > 0).length,
);
function told(id: number): void {
  void changes.make(errandsApi.done, {}, { ids: [id] });
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <article v-else-if="data" class="sheet scrolls" tabindex="-1">
    <header>
      <h1>{{ data.member.name }}</h1>
      <p class="quiet">
        <template v-if="data.member.called">called {{ data.member.called }}, </template>
        <template v-if="data.member.leftOn === null">{{ data.member.place ?? 'no place written down' }}, </template>member since
        {{ format.day(data.member.joinedOn) }}<template v-if="data.member.language">; speaks {{ data.member.language }}</template>
      </p>
      <p v-if="reached" class="quiet">{{ reached }}</p>
      <p v-if="agreed" class="quiet small">{{ agreed }}</p>
      <p v-if="data.member.note">{{ data.member.note }}</p>
      <p v-if="data.member.leftOn === null" class="row-of-buttons">
        <Button
          v-if="table.count > 0"
          :label="`Lend the ${table.count} on the table`"
          size="small"
          @click="router.push({ path: '/table/lend', query: { member: id } })"
        />
        <Button label="Brings seed" severity="secondary" size="small" @click="router.push(`/members/${id}/coming-home`)" />
        <Button v-if="inHand > 0" label="Slip" severity="secondary" size="small" @click="router.push(`/members/${id}/slip`)" />
        <Button label="Change" severity="secondary" size="small" @click="router.push(`/members/${id}/edit`)" />
        <Button
          v-if="access.coordinator"
          label="Join"
          severity="secondary"
          variant="text"
          size="small"
          @click="router.push(`/members/${id}/join`)"
        />
        <Button
          v-if="access.coordinator"
          label="Leaves"
          severity="secondary"
          variant="text"
          size="small"
          @click="router.push(`/members/${id}/leave`)"
        />
      </p>
      <p v-if="shares && data.member.leftOn === null && data.loans.length > 0" class="quiet small">
        Promises are {{ shares.promises.of === 0 ? '' : 'kept ' }}{{ shares.promises.words
        }}<template v-if="shares.promises.of > 0"> ({{ shares.promises.kept }} of {{ shares.promises.of }})</template
        ><template v-if="shares.soundness"
          >; about {{ Math.round(100 * shares.soundness.share) }} in 100 of what they bring are alive</template
        ><template v-if="shares.trueness"
          >; of plants grown from it about {{ Math.round(100 * shares.trueness.share) }} in 100 were what they should be</template
        >. For coordinators only; one bad year is no verdict.
      </p>
      <p v-if="data.member.leftOn !== null" class="quiet">Left on {{ format.day(data.member.leftOn) }}; who they were is forgotten.</p>
    </header>
    <DeskMessage v-if="byCard" kind="notice">
      Scan packets now: what lies ready is handed over at once, anything else goes onto the table to be lent to
      {{ data.member.called ?? data.member.name }}.
    </DeskMessage>
    <section v-if="ready.length > 0" aria-label="Lies ready">
      <h2>Lies ready</h2>
      <ul class="plain">
        <li v-for="a in ready" :key="a.id" class="laid">
          <span
            ><strong>{{ a.variety }}</strong> <span class="code">{{ a.laid?.lotCode }}</span><br /><span class="quiet"
              >{{ plural(a.laid?.seeds ?? 0, 'seed') }}, waits until {{ format.day(a.laid?.waitsUntil ?? '') }}</span
            ></span
          >
          <Button label="Hand it over" :aria-label="`Hand over ${a.variety}`" @click="handOver(a)" />
        </li>
      </ul>
    </section>
    <section v-if="asks.length > 0" aria-label="Asked for">
      <h2>Asked for</h2>
      <ul class="plain">
        <li v-for="a in asks" :key="a.id">
          <RouterLink :to="`/asks/${a.id}`">{{ ASK[a.kind] }} {{ a.variety }}</RouterLink>
          <span class="quiet after">since {{ format.day(a.askedOn) }}</span>
        </li>
      </ul>
    </section>
    <DeskMessage v-if="data.loans.length === 0 && data.asks.length === 0" kind="notice"
      >Nothing borrowed yet. Open a lot and press Lend.</DeskMessage
    >
    <section v-if="data.errands.length > 0" aria-label="To be told">
      <h2>To be told</h2>
      <ul class="plain">
        <li v-for="e in data.errands" :key="e.id" class="owed">
          <p>
            <RouterLink class="code" :to="`/lots/${e.lotCode}`">{{ e.lotCode }}</RouterLink> {{ e.words }}
          </p>
          <div class="row-of-buttons"><Button label="Told" severity="secondary" @click="told(e.id)" /></div>
        </li>
      </ul>
    </section>
    <MemberLife :sheet="data" />
    <MemberCards
      v-if="data.member.leftOn === null"
      :member-id="data.member.id"
      :cards="data.cards"
      :phones="data.phones"
      @changed="reload"
    />
    <LotHistory :steps="data.history" />
  </article>
  <OpeningNote v-else />
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 22px 24px 28px;
  display: grid;
  gap: 16px;
  align-content: start;
}
section {
  display: grid;
  gap: 4px;
}
header {
  display: grid;
  gap: 4px;
}
header .row-of-buttons {
  margin: 6px 0;
}
h2 {
  font-size: 18px;
}
strong {
  font-weight: 600;
}
.laid {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  border-left: 4px solid var(--good);
  background: var(--good-soft);
  padding: 8px 14px;
  margin-bottom: 6px;
}
.after {
  margin-left: 8px;
}
</style>
