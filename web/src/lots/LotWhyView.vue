<script setup lang="ts">
import FieldSelect from '../fields/FieldSelect.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { ageAt, isSureOfAge, type OwnFigure, plural, priorOf, type SeedForm, type ViabilityInput } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, reactive } from 'vue';
import { useRouter } from 'vue-router';
import Button from 'primevue/button';
import { aliveWords, fromCelsius, percent, toCelsius } from '../base/format.ts';
import { useFormat } from '../base/useFormat.ts';
import { numberOf } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import RibbonChart from '../charts/RibbonChart.vue';
import FieldText from '../fields/FieldText.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { belowOn, onDay, rateIn, ribbonOf, tried, whatMoved } from './whatIf.ts';

/** How an estimate was worked out, piece by piece, and how it would be otherwise. All of it is computed here, by the same core. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data: sheet, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const { data: model } = useRead(lotsApi.model, () => ({ code: props.code }));
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
const input = computed(() => model.value?.input ?? null);
const threshold = computed(() => input.value?.threshold ?? 0.7);

const steps = computed(() => (input.value ? whatMoved(input.value, session.today) : []));
const prior = computed(() => {
  const i = input.value;
  if (!i) return null;
  const p = priorOf(i.crop, i.form, i.acquisition, i.stated, isSureOfAge(i), i.spread);
  const age = ageAt(i.crop, i.start, i.storage, [session.today < i.start ? i.start : session.today])[0] ?? 0;
  return { ...p, age, sigma: Math.exp(p.logSigmaMean) };
});
/** Said of a figure that the library set for itself. */
const own = (figure: OwnFigure): string => (sheet.value?.crop.own.includes(figure) ? ', the library’s own figure' : '');
const now = computed(() => (input.value ? onDay(input.value, session.today) : null));

const what = reactive({ temperature: '', humidity: '', form: '' as SeedForm | '', sown: '', alive: '' });
/** As every field reads numbers, with a decimal comma too; null for none and for what is no number. */
function number(text: string): number | null {
  try {
    return numberOf('', text);
  } catch {
    return null;
  }
}
const problems = computed(() => {
  const t = number(what.temperature);
  const rh = number(what.humidity);
  const [sown, alive] = [number(what.sown), number(what.alive)];
  return {
    temperature:
      what.temperature !== '' && (t === null || toCelsius(t, unit.value) < -30 || toCelsius(t, unit.value) > 60)
        ? `from ${format.warmth(-30)} to ${format.warmth(60)}`
        : undefined,
    humidity: what.humidity !== '' && (rh === null || rh < 0 || rh > 100) ? 'from 0 to 100 %' : undefined,
    sown:
      what.sown !== '' && (sown === null || !Number.isInteger(sown) || sown < 1 || sown > 1000) ? 'a whole number up to 1000' : undefined,
    alive:
      what.alive !== '' && (alive === null || !Number.isInteger(alive) || alive < 0 || alive > (sown ?? 0))
        ? 'at most the seeds tested'
        : undefined,
  };
});
const other = computed((): ViabilityInput | null => {
  const i = input.value;
  if (!i || Object.values(problems.value).some((p) => p !== undefined)) return null;
  const [t, rh, sown, alive] = [number(what.temperature), number(what.humidity), number(what.sown), number(what.alive)];
  const last = i.storage[i.storage.length - 1];
  const storage =
    t === null && rh === null
      ? null
      : { temperatureC: t === null ? (last?.temperatureC ?? 17) : toCelsius(t, unit.value), rhPercent: rh ?? last?.rhPercent ?? 50 };
  const tested = sown === null || alive === null ? null : { sown, alive };
  if (storage === null && tested === null && (what.form === '' || what.form === i.form)) return null;
  return tried(i, { storage, form: what.form === '' ? null : what.form, tested }, session.today);
});
/** From today on: what lies behind is drawn once. */
const against = computed(() => {
  const o = other.value;
  if (!o) return undefined;
  return [{ date: session.today, ...onDay(o, session.today) }, ...ribbonOf(o, session.today).filter((p) => p.date > session.today)];
});
const otherwise = computed(() => {
  const [i, o] = [input.value, other.value];
  if (!i || !o) return null;
  const [is, would] = [onDay(i, session.today), onDay(o, session.today)];
  const low = Math.min(is.median, would.median);
  const line = low >= threshold.value ? threshold.value : low >= 0.4 ? 0.4 : null;
  return {
    today: would,
    line,
    stays: line === null ? null : belowOn(i, session.today, line),
    would: line === null ? null : belowOn(o, session.today, line),
  };
});
const PLACES = [
  { words: 'a fridge', temperatureC: 5, rhPercent: 35 },
  { words: 'a freezer, dried', temperatureC: -18, rhPercent: 20 },
  { words: 'a warm room', temperatureC: 24, rhPercent: 60 },
] as const;
const storable = computed(() => sheet.value?.crop.storageBehaviour === 'orthodox');
function keepIn(p: (typeof PLACES)[number]): void {
  what.temperature = String(fromCelsius(p.temperatureC, unit.value));
  what.humidity = String(p.rhPercent);
}
function clear(): void {
  Object.assign(what, { temperature: '', humidity: '', form: '', sown: '', alive: '' });
}
const lineWords = (day: string | null): string => (day === null ? 'for more than fifty years' : `until ${day.slice(0, 4)}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <article v-else class="why scrolls" tabindex="-1" aria-label="How it was worked out" @keydown.esc="router.push(`/lots/${code}`)">
    <p>
      <RouterLink :to="`/lots/${code}`">{{ code }}</RouterLink>
    </p>
    <h1>How it was worked out</h1>
    <template v-if="sheet && input && now && prior">
      <p class="quiet">{{ sheet.lot.variety }}, {{ sheet.lot.crop }}: today {{ aliveWords(now) }}.</p>
      <section>
        <h2>What moved it</h2>
        <ol class="plain moves">
          <li v-for="(s, n) in steps" :key="n">
            <span>{{
              s.kind === 'start'
                ? 'before any count'
                : `${s.kind}, ${format.day(s.date ?? '')}: ${s.alive} of ${s.sown} ${s.kind === 'test' ? 'alive' : 'up'}`
            }}</span>
            <span class="track" aria-hidden="true"
              ><i class="band" :style="{ left: `${100 * s.after.low}%`, width: `${100 * (s.after.high - s.after.low)}%` }" /><i
                class="mid"
                :style="{ left: `${100 * s.after.median}%` }"
            /></span>
            <span class="numbers"
              >{{ percent(s.after.median) }}
              <span v-if="s.before !== null" class="quiet"
                >{{ s.after.median >= s.before ? '+' : '−' }}{{ Math.abs(Math.round(100 * (s.after.median - s.before))) }}</span
              ></span
            >
          </li>
        </ol>
      </section>
      <section>
        <h2>What if</h2>
        <p class="row-of-buttons">
          <Button
            v-for="p in storable ? PLACES : []"
            :key="p.words"
            type="button"
            size="small"
            severity="secondary"
            :label="`Kept in ${p.words}`"
            @click="keepIn(p)"
          />
          <Button v-if="other" type="button" size="small" severity="secondary" label="As it is" @click="clear" />
        </p>
        <DeskMessage v-if="!storable" kind="caution"
          >This seed must not be dried or frozen: other storage does not help it. Sow it.</DeskMessage
        >
        <RibbonChart
          :points="sheet.estimate.ribbon"
          :dots="sheet.evidence"
          :threshold="threshold"
          :today="session.today"
          :now="now"
          :below-on="null"
          below-label=""
          :height="190"
          v-bind="against === undefined ? {} : { against }"
        />
        <p v-if="otherwise" role="status">
          It would stand at <strong>{{ aliveWords(otherwise.today) }}</strong> today{{
            otherwise.line === null
              ? '. With fewer than 40 in 100 alive, better storage only slows the loss of what is left.'
              : `, and above ${percent(otherwise.line)} ${lineWords(otherwise.would)} (as it is: ${lineWords(otherwise.stays)}).`
          }}
        </p>
        <p v-else class="quiet">Change something, and the dashed ribbon shows how it would be.</p>
        <div class="fields">
          <FieldText
            v-if="storable"
            id="if-warmth"
            v-model="what.temperature"
            label="Kept from today at"
            numeric
            :unit="`°${unit}`"
            :error="problems.temperature"
          />
          <FieldText
            v-if="storable"
            id="if-humidity"
            v-model="what.humidity"
            label="in humidity of"
            numeric
            unit="%"
            :error="problems.humidity"
          />
          <FieldSelect
            id="if-form"
            v-model="what.form"
            label="If it were"
            :options="[
              { value: '', label: `as it is, ${input.form}` },
              ...['cleaned', 'pelleted', 'primed'].filter((f) => f !== input?.form).map((f) => ({ value: f, label: f })),
            ]"
          />
          <FieldText id="if-sown" v-model="what.sown" label="Tested today, seeds" numeric :error="problems.sown" />
          <FieldText id="if-alive" v-model="what.alive" label="of them alive" numeric :error="problems.alive" />
        </div>
      </section>
      <section>
        <h2>What the model took</h2>
        <dl class="facts">
          <dt>Ages from</dt>
          <dd>
            {{ format.day(input.start) }}{{ input.ageUnsure ? ', a guess: nobody knows its year, one to four years before it came' : '' }}
          </dd>
          <dt>Half-life</dt>
          <dd>
            {{ input.crop.halfLifeYears }} years in reference storage{{ own('halfLifeYears')
            }}{{ input.form === 'pelleted' || input.form === 'primed' ? `, shortened because it is ${input.form}` : '' }}
          </dd>
          <dt>At the start</dt>
          <dd>
            about {{ percent(input.stated ?? input.crop.freshGermination) }} alive,
            {{ input.stated == null ? `usual for the crop${own('freshGermination')}` : 'by the packet'
            }}{{
              input.spread !== undefined && input.spread !== 1
                ? `; believed ${Math.round(Math.abs(input.spread - 1) * 100)} % ${input.spread > 1 ? 'less' : 'more'} surely, as the library’s tests taught`
                : ''
            }}
          </dd>
          <dt>Its age</dt>
          <dd>{{ Math.round(prior.age * 10) / 10 }} reference years; one probit is lost in {{ Math.round(prior.sigma * 10) / 10 }}</dd>
          <dt>Storage</dt>
          <dd class="whole">
            <span v-for="(p, i) in input.storage.slice(-4)" :key="p.from"
              >{{ i > 0 ? '; ' : '' }}from {{ format.day(p.from) }} {{ format.warmth(p.temperatureC) }}, {{ Math.round(p.rhPercent) }} % ({{
                Math.round(rateIn(input, p) * 100) / 100
              }}
              reference years a year{{ p.assumed ? '; assumed, nobody wrote it down' : ''
              }}{{ p.swingC ? `; swings by ${format.degrees(p.swingC)} to either side` : '' }})</span
            >{{ input.storage.length > 4 ? `; ${plural(input.storage.length - 4, 'period')} before` : '' }}
          </dd>
        </dl>
        <p class="quiet small">
          Survival follows a probit line, v = Φ(K − A/σ) (Ellis &amp; Roberts 1980); every count pulls K and σ. The formulas and their
          sources stand in the model document of the project.
        </p>
      </section>
    </template>
    <p v-else class="empty">Working it out …</p>
  </article>
</template>

<style scoped>
.why {
  height: 100%;
  padding: 16px 22px 28px 24px;
  display: grid;
  gap: 10px;
  align-content: start;
  outline: none;
}
section {
  display: grid;
  gap: 8px;
}
h2 {
  font-size: 18px;
}
.moves li {
  display: grid;
  grid-template-columns: minmax(0, 1.9fr) minmax(0, 1fr) 84px;
  gap: 10px;
  align-items: center;
  min-height: 30px;
}
.track {
  position: relative;
  height: 12px;
  background: var(--wash);
}
.track .band {
  position: absolute;
  top: 3px;
  height: 6px;
  background: var(--action-line);
}
.track .mid {
  position: absolute;
  top: 0;
  width: 3px;
  height: 12px;
  background: var(--action);
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 14px;
}
.form-field {
  display: grid;
  gap: 3px;
  align-content: start;
}
.form-field label {
  font-weight: 600;
}
</style>
