<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import Checkbox from 'primevue/checkbox';
import { parseLotCode, plural } from '@esprel/core';
import { findApi, type StocktakeLot, stocktakesApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, nextTick, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { ApiProblem } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';
import { useKeptSteps } from '../base/keptSteps.ts';
import { useScans } from '../base/scans.ts';
import { useFormat } from '../base/useFormat.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import StocktakeRow from './StocktakeRow.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const format = useFormat();
const changes = useChanges();
const kept = useKeptSteps();
const { data, problem, reload } = useRead(stocktakesApi.sheet, () => ({ id: props.id }));
const typed = ref('');
const said = ref<{ readonly words: string; readonly wrong: boolean } | null>(null);
const after = reactive({ markMissing: true, moveHere: true });
const closed = computed(() => data.value?.stocktake.closedOn ?? null);
const scannedCount = computed(() => (data.value ? data.value.found.length + data.value.strangers.length : 0));

/** Scans that wait for the library. */
const keptScans = computed(() => kept.waiting.filter((w) => w.about.startsWith(`scan ${props.id} `)));

async function scan(code: string): Promise<void> {
  try {
    const answer = await kept.sendOrKeep(
      stocktakesApi.scan,
      { id: props.id },
      { lotCode: code, amount: 'not-looked' },
      { words: `${code} is here`, about: `scan ${props.id} ${code}`, follows: null, at: `/stocktakes/${props.id}`, draft: null },
    );
    if (answer === null) {
      said.value = { words: `${code} is kept here until the library answers. Go on with the next.`, wrong: false };
      return;
    }
    said.value = answer.belongs
      ? { words: `${answer.code} is here, as recorded.`, wrong: false }
      : { words: `${answer.code} does not belong here: the record has it in ${answer.recordedIn ?? 'no place'}.`, wrong: true };
  } catch (error) {
    const fault = error as ApiProblem;
    // A mistyped code: say what it may have been.
    const near = await readOnce(findApi.find, { q: code }).catch(() => null);
    said.value = { words: near?.message ?? fault.message.replace(/^lotCode: /, ''), wrong: true };
  }
}
async function enter(): Promise<void> {
  const code = typed.value.trim();
  typed.value = '';
  if (code !== '') await scan(parseLotCode(code) ?? code);
}
useScans().take((code) => void scan(code));
// The field is there once the stocktake is.
const opened = watch(data, async (now) => {
  if (!now) return;
  opened();
  await nextTick();
  document.getElementById('stock-code')?.focus();
});

async function look(lot: StocktakeLot, amount: NonNullable<StocktakeLot['scan']>, counted: number | null): Promise<void> {
  const version = lot.version ?? undefined;
  await changes
    .send(stocktakesApi.scan, { id: props.id }, { lotCode: lot.code, amount, counted, version })
    .catch(async (error: unknown) => {
      // What is said next is said of what the other desk saw.
      await reload();
      const fault = error as ApiProblem;
      const theirs = fault.code === 'stale' ? (fault.more.current as { amount: string; counted: number | null }) : null;
      said.value = {
        words:
          theirs === null
            ? fault.message
            : `${lot.code} was looked at at another desk meanwhile${theirs.counted === null ? '' : `: ${String(theirs.counted)} counted`}. Say again what is right.`,
        wrong: true,
      };
    });
}
async function unscan(lot: StocktakeLot): Promise<void> {
  await changes.send(stocktakesApi.unscan, { id: props.id, code: lot.code }, { version: lot.version ?? 0 }).catch((error: unknown) => {
    said.value = { words: (error as Error).message, wrong: true };
  });
}
async function close(): Promise<void> {
  await changes
    .send(stocktakesApi.close, { id: props.id }, { ...after })
    .then(() => router.push(`/library/places/${String(data.value?.stocktake.placeId ?? '')}`))
    .catch((error: unknown) => {
      said.value = { words: (error as Error).message, wrong: true };
    });
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="stocktake" />
  <div v-else-if="data" class="take scrolls" tabindex="-1">
    <header>
      <h1>Stock of {{ data.stocktake.place }}</h1>
      <p class="quiet">
        {{
          closed
            ? `Closed ${format.day(closed)}.`
            : 'Scan every envelope in it, one after another; a scanner works wherever the cursor stands.'
        }}
        {{ plural(scannedCount, 'envelope') }} scanned, {{ data.missing.length }} to find<template v-if="keptScans.length > 0"
          >, {{ keptScans.length }} kept here</template
        >.
      </p>
    </header>
    <form v-if="!closed" class="scan" novalidate @submit.prevent="enter">
      <label for="stock-code">Code</label>
      <InputText id="stock-code" v-model="typed" class="code" autocomplete="off" placeholder="TM-187K" />
      <Button type="submit" label="It is here" />
      <p role="status" :class="{ wrong: said?.wrong }">{{ said?.words ?? '' }}</p>
    </form>
    <div class="columns">
      <section aria-label="Not found yet">
        <h2>
          {{ closed ? 'Not found' : 'Not found yet' }} <span class="n">{{ data.missing.length }}</span>
        </h2>
        <p v-if="data.missing.length === 0" class="quiet">Everything that should be here was found.</p>
        <ul class="plain">
          <StocktakeRow v-for="l in data.missing" :key="l.code" :lot="l" :closed="true">
            <span v-if="l.missingSince" class="quiet">missing since {{ format.day(l.missingSince) }}</span>
            <Button
              v-else-if="!closed"
              size="small"
              severity="secondary"
              label="Here"
              :aria-label="`${l.code} is here`"
              @click="scan(l.code)"
            />
          </StocktakeRow>
        </ul>
      </section>
      <section aria-label="Does not belong here">
        <h2>
          Does not belong here <span class="n">{{ data.strangers.length }}</span>
        </h2>
        <p v-if="data.strangers.length === 0" class="quiet">Nothing so far that does not belong here.</p>
        <ul class="plain">
          <StocktakeRow v-for="l in data.strangers" :key="l.code" :lot="l" :closed="closed !== null" @look="look" @unscan="unscan">
            <span class="quiet">the record says: {{ l.recordedIn ?? 'nowhere' }}</span>
          </StocktakeRow>
        </ul>
      </section>
      <section aria-label="Found">
        <h2>
          Found <span class="n">{{ data.found.length }}</span>
        </h2>
        <p v-if="data.found.length === 0" class="quiet">Nothing yet.</p>
        <ul class="plain">
          <StocktakeRow v-for="l in data.found" :key="l.code" :lot="l" :closed="closed !== null" @look="look" @unscan="unscan" />
        </ul>
      </section>
    </div>
    <footer v-if="!closed">
      <label><Checkbox v-model="after.markMissing" binary /> Mark what was not found as missing ({{ data.missing.length }})</label>
      <label><Checkbox v-model="after.moveHere" binary /> Move what does not belong to this place ({{ data.strangers.length }})</label>
      <Button label="Close the stocktake" @click="close" />
      <span class="quiet"
        >{{ data.inDoubt.length > 0 ? `${plural(data.inDoubt.length, 'amount')} in doubt will be put right.` : '' }} It is one step, and can
        be undone.</span
      >
    </footer>
  </div>
  <OpeningNote v-else />
</template>

<style scoped>
.take {
  height: 100%;
  padding: 16px 22px 0;
  display: grid;
  grid-template-rows: auto auto 1fr auto;
  gap: 12px;
}
.scan {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.scan label {
  font-weight: 600;
}
.scan :deep(.p-inputtext) {
  width: 190px;
  font-size: 18px;
}
.scan p {
  font-weight: 600;
  color: var(--good);
}
.scan p.wrong {
  color: var(--act);
}
.columns {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 18px;
  align-items: start;
}
section {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 10px 14px 14px;
  min-width: 0;
}
h2 {
  font-size: 17px;
  display: flex;
  justify-content: space-between;
}
.n {
  font-family: var(--text);
  color: var(--quiet);
}
footer {
  position: sticky;
  bottom: 0;
  background: var(--paper);
  border-top: 1px solid var(--rule);
  padding: 10px 0 14px;
  display: flex;
  gap: 8px 18px;
  align-items: center;
  flex-wrap: wrap;
}
footer label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
@media (max-width: 900px) {
  .take {
    display: block;
    padding-bottom: 16px;
  }
  .scan,
  .columns {
    margin-top: 12px;
  }
  footer {
    position: static;
    margin-top: 12px;
  }
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
