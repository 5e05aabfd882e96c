<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { NOTHING_LEFT, plural, truthWords, type Verdict } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed } from 'vue';
import { amount, percent } from '../base/format.ts';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import RibbonChart from '../charts/RibbonChart.vue';
import ReleaseForm from './ReleaseForm.vue';
import CautionNote from '../shared/CautionNote.vue';
import FollowPacket from '../shared/FollowPacket.vue';
import LotHistory from '../shared/StepHistory.vue';
import LotSheetActions from './LotSheetActions.vue';
import LotSheetRecords from './LotSheetRecords.vue';
import MixUpNote from './MixUpNote.vue';
import LotPhotos from './LotPhotos.vue';
import { amountWords, belowWords, cameFrom, envelopeWords, grownWords, IDENTITY_WORDS, kindWords, yearWords } from '../shared/lotWords.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import VerdictNote from '../shared/VerdictNote.vue';
import WetPacket from './WetPacket.vue';

const props = defineProps<{ code: string }>();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));

const lot = computed(() => data.value?.lot ?? null);
const kept = computed(() => data.value?.storage[data.value.storage.length - 1] ?? null);
const belowLabel = computed(() =>
  data.value ? belowWords(data.value.estimate.belowFortyOn, data.value.estimate.today.median, session.settings?.hemisphere ?? 'north') : '',
);
const openTest = computed(() => data.value?.tests.find((t) => t.closedOn === null) ?? null);
const lastTest = computed(() => {
  const dots = data.value?.evidence.filter((e) => e.kind === 'test' && e.used) ?? [];
  return dots[dots.length - 1] ?? null;
});
const inQuarantine = computed(() => lot.value?.state === 'quarantine');

/** The one thing that follows from the verdict, as it stands in the note of it. */
const nextAction = computed(() => {
  const verdict = data.value?.verdict?.verdict;
  const at = (words: string, what: string): { words: string; to: string } => ({ words, to: `/lots/${props.code}/${what}` });
  if (verdict === undefined || verdict === NOTHING_LEFT || inQuarantine.value || openTest.value || (lot.value?.balance ?? 0) === 0)
    return null;
  // What is wet is dried before it is tested.
  if (data.value?.wet?.driedOn === null) return null;
  const next: Record<Verdict, { words: string; to: string }> = {
    lend: at('Lend it', 'lend'),
    'sow-thicker': at('Lend it, to be sown thicker', 'lend'),
    'test-first': at('Start the test', 'test'),
    renew: at('Give it to a grower', 'lend?purpose=renew'),
    rescue: at('Sow all of it', 'sow'),
    'let-go': at('Let it go', 'amount'),
  };
  return next[verdict];
});
/** How true it is, in a few words; why stands behind them. */
const truth = computed(() => {
  const share = data.value?.truth;
  if (share) return truthWords(share.mean);
  return lot.value?.breeding === 'hybrid-f1' ? 'a hybrid, not from its own seed' : 'hardly ever from seed';
});
const mixUps = computed(() => data.value?.mixUps.filter((m) => m.clearedOn === null) ?? []);
const lastWeighing = computed(() => data.value?.weighings[0] ?? null);
const envelopeSays = computed(() => (data.value?.envelope ? envelopeWords(data.value.envelope, format) : ''));
function opened(): void {
  void changes.make(lotsApi.putRight, { code: props.code }, { version: lot.value?.version ?? 0, openedOn: session.today });
}
function gotWet(): void {
  void changes.make(lotsApi.wet, { code: props.code }, { version: lot.value?.version ?? 0, what: 'wet', onDay: session.today });
}
function found(): void {
  void changes.make(lotsApi.found, { code: props.code }, { version: data.value?.lot.version ?? 0 });
}
</script>

<template>
  <article class="sheet scrolls" tabindex="-1">
    <svg class="flap" viewBox="0 0 500 26" preserveAspectRatio="none" aria-hidden="true"><path d="M0 0h500L262 24q-12 4-24 0z" /></svg>
    <SheetProblem v-if="problem" :problem="problem" what="lot" />
    <OpeningNote v-else-if="!data || !lot" :what="code" />
    <template v-else>
      <header class="top">
        <div>
          <p class="code">{{ lot.code }}</p>
          <h1>
            <RouterLink class="named" :to="`/library/varieties/${lot.varietyId}`">{{ lot.variety }}</RouterLink>
          </h1>
          <p class="quiet">
            {{ lot.crop }} <span class="latin">{{ lot.scientific }}</span><template v-if="kindWords(lot)">, {{ kindWords(lot) }}</template>
          </p>
          <p v-if="lot.synonyms.length > 0" class="quiet small">also called {{ lot.synonyms.join('; ') }}</p>
        </div>
        <div class="amount">
          <p>
            <strong class="numbers">{{ amount(lot.balance, lot.amountKnown) }}</strong>
            {{ plural(lot.balance, data.unit).replace(/^\d+ /, '') }}
          </p>
          <p class="quiet small">
            <WordHelp of="floor">{{ amountWords(lot) }}</WordHelp>
          </p>
        </div>
      </header>

      <CautionNote :cautions="data.cautions" />
      <WetPacket v-if="data.wet" :code="lot.code" :version="lot.version" :wet="data.wet" />
      <MixUpNote v-for="m in mixUps" :key="m.id" :mix-up="m" />
      <p v-if="lot.missingSince" class="doubt">
        <strong>Missing since {{ format.day(lot.missingSince) }}.</strong> It is not lent until it turns up.
        <button type="button" class="link" @click="found">It is here</button>
      </p>
      <p v-if="(lot.identity === 'doubtful' || lot.identity === 'unknown') && mixUps.length === 0" class="doubt">
        <strong>{{ IDENTITY_WORDS[lot.identity].replace('the', 'The') }}.</strong> It may be lent only with a note on the packet.
        <RouterLink :to="`/lots/${lot.code}/identity`">Find out, or put it right</RouterLink>
      </p>
      <ReleaseForm v-if="inQuarantine && data.quarantine" :lot="lot" :waiting="data.quarantine" />
      <VerdictNote v-if="data.verdict" :verdict="data.verdict" :next="nextAction" :quarantine="inQuarantine">
        <RouterLink class="small" :to="`/lots/${lot.code}/why`">How it was worked out, and what if</RouterLink>
        <RouterLink class="small" :to="`/lots/${lot.code}/verdict`">{{ data.overrule ? 'Set by hand: change' : 'Overrule' }}</RouterLink>
      </VerdictNote>

      <p v-if="data.sprouting" class="note" role="note">{{ data.sprouting }}</p>
      <p v-if="data.restsUntil" class="note" role="note">
        Freshly harvested: seed of {{ lot.crop.toLowerCase() }} rests for some weeks, until about {{ format.day(data.restsUntil) }}. What
        does not come up before may well be alive, and does not speak against it.
      </p>
      <RibbonChart
        :points="data.estimate.ribbon"
        :dots="data.evidence"
        :threshold="data.estimate.threshold"
        :today="session.today"
        :now="data.estimate.today"
        :below-on="data.estimate.belowFortyOn"
        :below-label="belowLabel"
      />

      <dl class="facts">
        <dt>Came from</dt>
        <dd>{{ cameFrom(lot) }}</dd>
        <dt><WordHelp of="harvestYear">Year</WordHelp></dt>
        <dd>{{ data.freshness ?? yearWords(lot) }}</dd>
        <dt>Kept</dt>
        <dd>
          <template v-if="kept"
            ><RouterLink :to="`/library/places/${kept.placeId}`">{{ kept.place }}</RouterLink
            ><template v-if="kept.temperatureC !== null && kept.rhPercent !== null"
              >, {{ format.warmth(kept.temperatureC) }}, {{ kept.rhPercent }} %</template
            ></template
          >
          <template v-else>nobody wrote it down; taken as an ordinary room</template
          ><template v-if="lot.sealed"
            >, sealed by the supplier{{ lot.openedOn ? ` until ${format.day(lot.openedOn)}` : ''
            }}<button v-if="!lot.openedOn" type="button" class="link" @click="opened">Opened it</button></template
          >
        </dd>
        <dt>Last test</dt>
        <dd>{{ lastTest ? `${format.day(lastTest.date)}, ${lastTest.alive} of ${lastTest.sown}` : 'none' }}</dd>
        <template v-if="lot.statedGermination !== null">
          <dt>On the packet</dt>
          <dd>{{ percent(lot.statedGermination) }}</dd>
        </template>
        <dt>Name</dt>
        <dd>
          <RouterLink :to="`/lots/${lot.code}/identity`">{{ IDENTITY_WORDS[lot.identity].replace('the name is ', '') }}</RouterLink>
        </dd>
        <dt><WordHelp of="trueToType">True to type</WordHelp></dt>
        <dd>
          <RouterLink :to="`/lots/${lot.code}/truth`">{{ truth }}</RouterLink>
        </dd>
        <template v-if="envelopeSays">
          <dt>Envelope says</dt>
          <dd class="whole">
            {{ envelopeSays }} <RouterLink :to="`/lots/${lot.code}/envelope`">change</RouterLink>
            <FollowPacket :sheet="data" />
          </dd>
        </template>
        <template v-if="data.packets.length > 0">
          <dt>Packets</dt>
          <dd class="whole">
            <RouterLink :to="`/lots/${lot.code}/packets`">{{
              data.packets.map((p) => `${p.packetsLeft} of ${plural(p.seedsEach, 'seed')}`).join(', ')
            }}</RouterLink>
          </dd>
        </template>
        <template v-if="lastWeighing">
          <dt>Weighed</dt>
          <dd class="whole">
            {{ format.day(lastWeighing.weighedOn) }}, {{ lastWeighing.gramsPerThousand.toPrecision(3) }} g a thousand<template
              v-if="lastWeighing.low !== null && lastWeighing.high !== null"
              >, {{ lastWeighing.low }} to {{ plural(lastWeighing.high, 'seed') }} then</template
            >
          </dd>
        </template>
        <dt v-if="lot.parent || data.loans.length > 0"><WordHelp of="generation">Descent</WordHelp></dt>
        <dd v-if="lot.parent || data.loans.length > 0">
          <RouterLink :to="`/lots/${lot.code}/descent`">{{
            lot.parent ? `generation ${lot.generation}, from ${lot.parent}` : 'see what came of it'
          }}</RouterLink>
        </dd>
        <template v-if="data.quarantine && !inQuarantine">
          <dt>Grown</dt>
          <dd class="whole">{{ grownWords(data.quarantine) }}</dd>
        </template>
        <template v-if="lot.note">
          <dt>Note</dt>
          <dd class="whole">{{ lot.note }}</dd>
        </template>
      </dl>

      <LotSheetActions :code="lot.code" :quarantine="inQuarantine" :open-test="openTest" />

      <LotPhotos :code="lot.code" :photos="data.photos" />
      <p class="row-of-buttons small more">
        <RouterLink v-if="!envelopeSays" :to="`/lots/${lot.code}/envelope`">Write down what the envelope says</RouterLink>
        <RouterLink :to="`/lots/${lot.code}/weigh`">Weigh it</RouterLink>
        <RouterLink :to="`/lots/${lot.code}/identity`">What is it?</RouterLink>
        <RouterLink :to="`/lots/${lot.code}/mix-up`">Mixed up with another?</RouterLink>
        <RouterLink v-if="!inQuarantine && lot.balance > 0" :to="`/lots/${lot.code}/mix`">Mix with other lots of it</RouterLink>
        <RouterLink v-if="lot.acquisition === 'saved'" :to="`/lots/${lot.code}/line`">Keep it as a line</RouterLink>
        <button v-if="!data.wet && lot.balance > 0" type="button" class="link" @click="gotWet">It got wet</button>
      </p>
      <LotSheetRecords :sheet="data" />
      <LotHistory :steps="data.history" />
    </template>
  </article>
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 0 22px 28px 24px;
  display: grid;
  gap: 14px;
  align-content: start;
  outline: none;
}
.flap {
  display: block;
  width: calc(100% + 46px);
  margin: 0 -22px -8px -24px;
  height: 24px;
}
.flap path {
  fill: var(--wash);
  stroke: var(--rule);
}
.top {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
.top h1 {
  margin: 1px 0 2px;
  overflow-wrap: anywhere;
}
.top .code {
  font-size: 16px;
}
.amount {
  text-align: right;
  flex: none;
  align-self: end;
}
.amount strong {
  font-size: 24px;
  font-weight: 600;
}
.note {
  border-left: 4px solid var(--asleep);
  background: var(--asleep-soft);
  padding: 8px 12px;
}
.doubt {
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  padding: 8px 12px;
}
.named {
  color: inherit;
  text-decoration: none;
}
.named:hover {
  text-decoration: underline;
}
.link {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  min-height: 32px;
}
.more {
  gap: 4px 18px;
}
.more a {
  padding: 6px 0;
}
</style>
