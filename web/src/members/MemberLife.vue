<script setup lang="ts">
import { broughtWords, FATE_FACTS, type Fate, PURPOSE_WORDS, plural } from '@esprel/core';
import { type MemberLoan, membersApi, type MemberSheet, type MemberSowing } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';
import { useFormat } from '../base/useFormat.ts';
import { leftOfLoan, sownOfLoan } from '../shared/loanLeft.ts';
import LifeRow from './LifeRow.vue';

/** What somebody has of the library's seed: promised, in hand, growing, brought back, and what was. */
const props = defineProps<{ sheet: MemberSheet }>();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();

const leftOf = (l: MemberLoan): number => leftOfLoan(l, props.sheet.sowings);
const isPromised = (l: MemberLoan): boolean => l.settledOn === null && l.promise !== 'nothing';
const promised = computed(() => props.sheet.loans.filter(isPromised));
/** Seed that is still in its packet, as far as anybody knows. */
const inHand = computed(() => props.sheet.loans.filter((l) => !isPromised(l) && l.settledOn === null && leftOf(l) > 0));
const growing = computed(() => props.sheet.sowings.filter((s) => s.growing));

/** What is over: sowings, and loans of which nothing else is said here. */
type Was = { readonly key: string; readonly on: string } & ({ readonly sowing: MemberSowing } | { readonly loan: MemberLoan });
const was = computed((): Was[] => {
  const said = new Set([...promised.value, ...inHand.value].map((l) => l.id));
  const sown = new Set(props.sheet.sowings.map((s) => s.loanId));
  return [
    ...props.sheet.sowings.filter((s) => !s.growing).map((sowing) => ({ key: `s${String(sowing.id)}`, on: sowing.sownOn, sowing })),
    // What was sown of a loan tells what became of it, unless it came back.
    ...props.sheet.loans
      .filter((l) => !said.has(l.id) && (!sown.has(l.id) || leftOf(l) > 0 || l.cameBack !== null || l.promise !== 'nothing'))
      .map((loan) => ({ key: `l${String(loan.id)}`, on: loan.lentOn, loan })),
  ].sort((a, b) => b.on.localeCompare(a.on));
});
const FEW = 6;
const all = ref(false);
const shownWas = computed(() => (all.value || was.value.length <= FEW + 2 ? was.value : was.value.slice(0, FEW)));

const life = computed(() =>
  [
    { to: 'promised', words: 'promised', n: promised.value.length },
    { to: 'in-hand', words: 'in hand', n: inHand.value.length },
    { to: 'growing', words: 'growing', n: growing.value.length },
    { to: 'came-back', words: 'came back', n: props.sheet.brought.length },
  ].filter((part) => part.n > 0),
);
function goTo(part: string): void {
  const section = document.getElementById(`life-${part}`);
  section?.scrollIntoView({ block: 'start' });
  section?.focus({ preventScroll: true });
}

const amount = (l: MemberLoan): string => (l.promise === 'amount' ? plural(l.promisedSeeds ?? 0, 'seed') : 'some seed');
const sowingRow = (s: MemberSowing): { to: string; variety: string; figure: string; words: string } => ({
  to: `/sowing/${String(s.id)}`,
  variety: s.variety,
  figure: `${String(s.emerged ?? 0)} of ${String(s.seeds)} up`,
  words: `${format.day(s.sownOn)}, ${s.fate === null ? 'still watched' : FATE_FACTS[s.fate as Fate].words}`,
});
function ended(l: MemberLoan): string {
  if (l.cameBack) return 'came back';
  if (l.unsown > 0) return `${l.unsown === l.seeds ? 'all' : String(l.unsown)} came back unsown`;
  return l.promise === 'nothing' ? 'nothing promised' : 'promise let go';
}
const home = (l: MemberLoan): void => void router.push(`/members/${String(props.sheet.member.id)}/coming-home?loan=${String(l.id)}`);
const sow = (l: MemberLoan): void => void router.push(`/lots/${l.lotCode}/sow?loan=${String(l.id)}`);
const unsown = (l: MemberLoan): void => void router.push(`/members/${String(props.sheet.member.id)}/unsown/${String(l.id)}`);
/** What can still be said of a loan: also of one whose promise was let go, while seed of it is in hand. */
const acts = (l: MemberLoan): { readonly label: string; readonly go: (l: MemberLoan) => void }[] => {
  const left = leftOf(l) > 0;
  return [
    ...(left ? [{ label: 'Sowed it', go: sow }] : []),
    ...(!l.cameBack && (left || l.promise !== 'nothing') ? [{ label: 'It came back', go: home }] : []),
    ...(left ? [{ label: 'Back unsown', go: unsown }] : []),
  ];
};
const letGo = (l: MemberLoan): void => void changes.make(membersApi.letGo, { id: l.id }, { version: l.version });
</script>

<template>
  <nav v-if="life.length > 1" class="life" aria-label="What they have">
    <button v-for="part in life" :key="part.to" type="button" @click="goTo(part.to)">
      <strong>{{ part.n }}</strong> {{ part.words }}
    </button>
  </nav>
  <section v-if="promised.length > 0" id="life-promised" tabindex="-1" aria-label="Promised back">
    <h2>Promised back</h2>
    <ul class="plain">
      <li v-for="l in promised" :key="l.id" class="owed">
        <p>
          <strong>{{ l.variety }}</strong>, {{ l.crop.toLowerCase() }}
          <RouterLink class="code" :to="`/lots/${l.lotCode}`">{{ l.lotCode }}</RouterLink><br />
          <span class="quiet"
            >{{ plural(l.seeds, 'seed') }} {{ PURPOSE_WORDS[l.purpose] }}, lent {{ format.day(l.lentOn) }};
            {{ sownOfLoan(l, sheet.sowings) }} sown.</span
          >
          Promised {{ amount(l) }} by {{ format.day(l.dueOn ?? l.lentOn)
          }}<span v-if="l.dueOn && l.dueOn < session.today" class="late">, {{ format.due(l.dueOn) }}</span
          >.
        </p>
        <div class="row-of-buttons">
          <Button label="It came back" @click="home(l)" />
          <Button v-if="leftOf(l) > 0" label="Sowed it" severity="secondary" @click="sow(l)" />
          <Button v-if="leftOf(l) > 0" label="Back unsown" severity="secondary" @click="unsown(l)" />
          <Button label="Let the promise go" severity="secondary" @click="letGo(l)" />
        </div>
      </li>
    </ul>
  </section>
  <section v-if="inHand.length > 0" id="life-in-hand" tabindex="-1" aria-label="In hand">
    <h2>In hand</h2>
    <ul class="plain">
      <li v-for="l in inHand" :key="l.id" class="other">
        <p>
          <strong>{{ l.variety }}</strong> <RouterLink class="code" :to="`/lots/${l.lotCode}`">{{ l.lotCode }}</RouterLink>
          <span class="quiet after">{{ plural(leftOf(l), 'seed') }}, lent {{ format.day(l.lentOn) }}</span>
        </p>
        <Button v-for="a in acts(l)" :key="a.label" :label="a.label" severity="secondary" variant="text" size="small" @click="a.go(l)" />
      </li>
    </ul>
  </section>
  <section v-if="growing.length > 0" id="life-growing" tabindex="-1" aria-label="Growing">
    <h2>Growing</h2>
    <ul class="plain">
      <li v-for="s in growing" :key="s.id">
        <LifeRow v-bind="sowingRow(s)" />
      </li>
    </ul>
  </section>
  <section v-if="sheet.brought.length > 0" id="life-came-back" tabindex="-1" aria-label="Came back">
    <h2>Came back, and what became of it</h2>
    <ul class="plain">
      <li v-for="b in sheet.brought" :key="b.code">
        <LifeRow :to="`/lots/${b.code}`" :variety="b.variety" :code="b.code" :words="`${format.day(b.receivedOn)}; ${broughtWords(b)}`" />
      </li>
    </ul>
  </section>
  <section v-if="was.length > 0" aria-label="What was">
    <h2>What was</h2>
    <ul class="plain">
      <li v-for="w in shownWas" :key="w.key">
        <LifeRow v-if="'sowing' in w" v-bind="sowingRow(w.sowing)" />
        <div v-else class="other">
          <p>
            <strong>{{ w.loan.variety }}</strong> <RouterLink class="code" :to="`/lots/${w.loan.lotCode}`">{{ w.loan.lotCode }}</RouterLink>
            <span class="quiet after">{{ plural(w.loan.seeds, 'seed') }}, {{ format.day(w.loan.lentOn) }}; {{ ended(w.loan) }}</span>
            <template v-if="w.loan.cameBack"
              ><RouterLink v-for="c in w.loan.cameBack.split(',')" :key="c" class="code after" :to="`/lots/${c}`">{{
                c
              }}</RouterLink></template
            >
          </p>
          <Button
            v-for="a in acts(w.loan)"
            :key="a.label"
            :label="a.label"
            severity="secondary"
            variant="text"
            size="small"
            @click="a.go(w.loan)"
          />
        </div>
      </li>
    </ul>
    <p v-if="shownWas.length < was.length">
      <Button :label="`Show all ${was.length}`" severity="secondary" variant="text" size="small" @click="all = true" />
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 4px;
  outline: none;
  scroll-margin-top: 14px;
}
h2 {
  font-size: 18px;
}
strong {
  font-weight: 600;
}
.life {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.life button {
  min-height: 36px;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: var(--ink);
  cursor: pointer;
  text-decoration: underline;
  text-decoration-color: var(--edge);
  text-underline-offset: 4px;
}
.life button:hover {
  text-decoration-color: currentcolor;
}
.late {
  color: var(--act);
  font-weight: 600;
}
.other {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--hair);
  padding: 4px 0;
}
.other p {
  flex: 1;
}
.after {
  margin-left: 8px;
}
@media (pointer: coarse) {
  .life button {
    min-height: 44px;
  }
}
</style>
