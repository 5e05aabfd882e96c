<script setup lang="ts">
import { plural, PURPOSE_WORDS } from '@esprel/core';
import { asksApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import OpeningNote from '../base/OpeningNote.vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import FieldText from '../fields/FieldText.vue';
import CautionNote from '../shared/CautionNote.vue';
import AskLayForm from './AskLayForm.vue';

/** One thing that somebody asks for: laid ready, handed over, put back, or answered. */
const props = defineProps<{ id: string }>();
const router = useRouter();
const changes = useChanges();
const format = useFormat();
const { data } = useRead(asksApi.list, () => ({}));
const ask = computed(() => data.value?.asks.find((a) => String(a.id) === props.id) ?? null);
const answering = ref(false);
const decline = useForm({
  name: null,
  initial: () => ({ why: '' }),
  of: asksApi.decline,
  asked: () => ({ id: props.id }),
  body: (v) => ({ version: ask.value?.version ?? 0, why: v.why }),
});
const KIND = { ask: 'asks for', wait: 'waits for', offer: 'would grow' } as const;
/** What a fair share is, said and not enforced. */
const share = computed(() => {
  const a = ask.value;
  if (a === null || a.had === 0) return a?.fairShare ? 'The first packet of this season.' : null;
  const fair = a.fairShare === null ? '' : `; ${plural(a.fairShare, 'packet')} are a fair share`;
  return `Had ${plural(a.had, 'packet')} this season${fair}.`;
});
async function handOver(): Promise<void> {
  const a = ask.value;
  const done = a && (await changes.make(asksApi.handOver, { id: a.id }, { version: a.version }));
  if (done) await router.push(`/members/${String(done.memberId)}`);
}
async function putBack(waitsOn: boolean): Promise<void> {
  const a = ask.value;
  const done = a && (await changes.make(asksApi.putBack, { id: a.id }, { version: a.version, waitsOn }));
  if (done && !waitsOn) await router.push('/asks');
}
async function sayNo(): Promise<void> {
  if (await decline.send()) await router.push('/asks');
}
</script>

<template>
  <article v-if="ask" class="sheet scrolls" tabindex="-1">
    <header>
      <h1>{{ ask.variety }}</h1>
      <p class="quiet">
        {{ ask.crop }}. <RouterLink :to="`/members/${ask.memberId}`">{{ ask.member }}</RouterLink> {{ KIND[ask.kind] }} it since
        {{ format.day(ask.askedOn) }}<template v-if="ask.before > 0">; {{ plural(ask.before, 'other') }} before</template>.
      </p>
      <p v-if="ask.note">“{{ ask.note }}”</p>
      <p v-if="share" class="quiet">{{ share }}</p>
      <CautionNote :cautions="ask.cautions" />
    </header>
    <template v-if="ask.laid">
      <section aria-label="Lies ready" class="ready">
        <p>
          <strong>Lies ready:</strong> {{ plural(ask.laid.seeds, 'seed') }} of
          <RouterLink class="code" :to="`/lots/${ask.laid.lotCode}`">{{ ask.laid.lotCode }}</RouterLink>,
          {{ PURPOSE_WORDS[ask.laid.purpose] }}, since {{ format.day(ask.laid.laidOn) }}. It waits until
          {{ format.day(ask.laid.waitsUntil) }}.
        </p>
        <p class="quiet">At the desk: scan the member’s card, then the packet. That is the loan.</p>
        <div class="row-of-buttons">
          <Button label="Hand it over" @click="handOver" />
          <Button label="Label and slip" severity="secondary" @click="router.push(`/asks/${ask.id}/slip`)" />
          <Button label="Put it back" severity="secondary" @click="putBack(!ask.laid.overdue)" />
        </div>
        <p v-if="ask.laid.overdue" class="late">Nobody fetched it in time. Put back, whoever asked is told so on their page.</p>
      </section>
    </template>
    <template v-else>
      <p v-if="ask.noneBecause">{{ ask.noneBecause }}</p>
      <AskLayForm v-else :key="`${ask.id}-${ask.version}`" :ask="ask" />
    </template>
    <section aria-label="Another answer">
      <Button v-if="!answering" label="Another answer" severity="secondary" variant="text" @click="answering = true" />
      <form v-else class="form-page" novalidate @submit.prevent="sayNo">
        <FieldText
          id="why"
          v-model="decline.values.why"
          label="Why not, in words for whoever asked"
          hint="It stands on their page."
          :error="decline.errors.why"
        />
        <p v-if="decline.problem" class="late" role="alert">{{ decline.problem.message }}</p>
        <div class="row-of-buttons">
          <Button type="submit" label="Answer and close" :loading="decline.sending" />
          <Button label="Leave it" severity="secondary" @click="answering = false" />
        </div>
      </form>
    </section>
  </article>
  <p v-else-if="data" class="gone">That is asked for no more. <RouterLink to="/asks">All that is asked for</RouterLink></p>
  <OpeningNote v-else what="what is asked for" />
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 22px 24px 28px;
  display: grid;
  gap: 16px;
  align-content: start;
}
header,
section {
  display: grid;
  gap: 6px;
  justify-items: start;
}
section form {
  width: 100%;
  display: grid;
  gap: 10px;
}
.ready {
  border-left: 4px solid var(--good);
  background: var(--good-soft);
  padding: 12px 14px;
}
strong {
  font-weight: 600;
}
.late {
  color: var(--act);
  font-weight: 600;
}
.gone {
  padding: 24px;
}
</style>
