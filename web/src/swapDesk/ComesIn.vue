<script setup lang="ts">
import { InputError, parseLotCode, plural } from '@esprel/core';
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import ToggleButton from 'primevue/togglebutton';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import DeskMessage from '../base/DeskMessage.vue';
import FieldText from '../fields/FieldText.vue';
import CautionNote from '../shared/CautionNote.vue';
import { cautionsOfLine, cropOfLine, emptyEnvelope, type EnvelopeLine, envelopeSaid } from './envelope.ts';
import LabelsAtOnce from './LabelsAtOnce.vue';
import LabelsToPrint from './LabelsToPrint.vue';
import { type DeskStep, takenBack } from './steps.ts';
import { useLabels } from './useLabels.ts';
import { useSwapDesk } from './useSwapDesk.ts';

/** An envelope a line: half of what is known will do. */
const desk = useSwapDesk();
const labels = useLabels();
/** What is typed stays through a reload, a closed lid and a flat battery. */
const line = useLocalStorage<EnvelopeLine>('esprel.swap-desk.line', emptyEnvelope(), { mergeDefaults: true });
const mouldy = ref(false);
const errors = ref<Readonly<Record<string, string>>>({});
/** The mark to be written on an envelope that has no code. */
const mark = ref<string | null>(null);
const showing = ref(false);
const SHOWN = 8;

const crop = computed(() => (desk.crops === null ? null : cropOfLine(line.value, desk.crops, desk.varieties)));
const choices = computed(() =>
  crop.value !== null || line.value.crop.trim().length < 2 ? [] : (desk.crops?.find(line.value.crop, 6) ?? []),
);
const cropHint = computed(() => {
  if (line.value.crop.trim() === '') return crop.value === null ? undefined : 'going by the name';
  return crop.value === null
    ? choices.value.length > 0
      ? 'choose below'
      : 'no such crop; try another of its names'
    : crop.value.scientific;
});
const cautions = computed(() => cautionsOfLine(line.value, crop.value, desk.copy?.restricted ?? []));
watch(
  line,
  () => {
    errors.value = {};
  },
  { deep: true },
);

type In = DeskStep & { readonly said: Extract<DeskStep['said'], { what: 'in' }> };
const came = computed(() => {
  const back = takenBack(desk.steps);
  return desk.steps.filter((s): s is In => s.said.what === 'in' && !back.has(s.key) && s.refused === null).reverse();
});
const words = (s: In): string => {
  const { said } = s;
  const what = said.cropKey == null ? '' : desk.cropName(said.cropKey).toLowerCase();
  const year = said.year == null ? '' : `, ${String(said.year)}`;
  return said.name == null ? `${what}${year === '' ? '' : year}${what === '' ? '' : ', '}to be grown out` : `${what}${year}`;
};

async function take(nameless: boolean): Promise<void> {
  if (mouldy.value) return;
  let said: ReturnType<typeof envelopeSaid>;
  try {
    said = envelopeSaid(line.value, crop.value, nameless);
    errors.value = {};
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    errors.value = Object.fromEntries(error.errors.map((e) => [e.path, e.message]));
    await nextTick();
    document.querySelector<HTMLElement>('.comes-in [aria-invalid="true"]')?.focus();
    return;
  }
  const letters = said.cropKey == null ? desk.copy?.unknown.letters : desk.crops?.byKey.get(said.cropKey)?.letters;
  const code = letters === undefined ? null : desk.nextCode(letters);
  const visit = await desk.visitHere();
  const marked = code === null ? `${String(desk.copy?.desk.number ?? 0)}-${String(came.value.length + 1)}` : null;
  const step = await desk.say({ what: 'in', ...said, from: said.from ?? visit.name, visit: visit.key, code, mark: marked });
  if (step === null) return;
  mark.value = marked;
  line.value = { ...emptyEnvelope(), from: line.value.from };
  document.getElementById('in-name')?.focus();
  if (code !== null) labels.cameIn(step);
}

function choose(name: string): void {
  line.value.crop = name;
  document.getElementById('in-year')?.focus();
}
onMounted(() => document.getElementById('in-name')?.focus());
const shownCode = (s: In): string => s.taken?.code ?? (s.said.code == null ? null : parseLotCode(s.said.code)) ?? s.said.mark ?? '';
</script>

<template>
  <section class="comes-in" aria-label="Comes in">
    <h2>
      Comes in <span class="quiet">Enter takes it in{{ labels.options.how === 'each' ? ' and prints the label' : '' }}</span>
      <Button class="labels" size="small" severity="secondary" @click="showing = true"
        >Labels<template v-if="labels.toPrint.length > 0">: {{ labels.toPrint.length }}</template></Button
      >
    </h2>
    <form novalidate @submit.prevent="take(false)">
      <FieldText id="in-name" v-model="line.name" class="wide" label="Variety or nickname" maxlength="120" :error="errors.name" />
      <FieldText
        id="in-crop"
        v-model="line.crop"
        class="crop"
        label="Crop"
        maxlength="60"
        :placeholder="crop !== null && line.crop === '' ? desk.cropName(crop.key) : undefined"
        :hint="cropHint"
        :error="errors.crop"
      />
      <p v-if="choices.length > 0" class="choices row-of-buttons" role="group" aria-label="Which crop is it?">
        <Button v-for="c in choices" :key="c.key" type="button" size="small" severity="secondary" :label="c.name" @click="choose(c.name)" />
      </p>
      <FieldText
        id="in-year"
        v-model="line.year"
        class="small-field"
        label="Grown"
        numeric
        maxlength="20"
        placeholder="year"
        :error="errors.year"
      />
      <FieldText id="in-packets" v-model="line.packets" class="small-field" label="Packets" numeric maxlength="4" :error="errors.packets" />
      <FieldText
        id="in-seeds"
        v-model="line.seeds"
        class="mid-field"
        label="Seeds in each"
        maxlength="30"
        placeholder="about 20, a pinch"
        :error="errors.seeds"
      />
      <FieldText
        id="in-from"
        v-model="line.from"
        class="from"
        label="From"
        maxlength="120"
        :placeholder="desk.visit?.name ?? 'a visitor'"
      />
      <div class="ways" role="group" aria-label="What is known of it">
        <ToggleButton v-model="line.saved" on-label="Home-saved, may be crossed" off-label="Home-saved, may be crossed" />
        <ToggleButton v-model="line.treated" on-label="Treated" off-label="Treated" />
        <ToggleButton v-model="line.wet" on-label="Wet" off-label="Wet" />
        <ToggleButton v-model="mouldy" on-label="Mouldy" off-label="Mouldy" />
      </div>
      <DeskMessage v-if="mouldy" kind="caution" class="whole">
        <span
          >Mouldy seed is not taken in: do not sniff it, close the bag, bin it, and wash your hands.
          <Button type="button" size="small" variant="text" label="It went into the bin" @click="mouldy = false"
        /></span>
      </DeskMessage>
      <CautionNote class="whole" :cautions="cautions" />
      <div class="take">
        <Button type="submit" :disabled="mouldy">Take it in <kbd>↵</kbd></Button>
        <Button type="button" severity="secondary" label="No name" :disabled="mouldy" @click="take(true)" />
      </div>
    </form>
    <DeskMessage v-if="mark !== null" kind="problem"
      >The codes of this desk are used up. Write {{ mark }} on the envelope; it gets its code once there is a network.
      <Button v-if="desk.network === 'here'" size="small" variant="text" label="Ask for more codes" @click="desk.moreCodes()"
    /></DeskMessage>
    <ul class="plain" aria-label="Came in">
      <li v-for="s in came.slice(0, SHOWN)" :key="s.key">
        <span class="code">{{ shownCode(s) }}</span>
        <span class="what"
          ><strong>{{ s.said.name ?? 'nobody knows' }}</strong> <span class="quiet">{{ words(s) }}</span></span
        >
        <span class="quiet">{{ plural(s.said.packets, 'packet') }}</span>
        <Button
          size="small"
          variant="text"
          severity="secondary"
          label="Take back"
          :aria-label="`Take ${shownCode(s)} back`"
          @click="desk.takeBack(s)"
        />
      </li>
    </ul>
    <p v-if="came.length > SHOWN" class="quiet">and {{ came.length - SHOWN }} more at this desk</p>
    <LabelsAtOnce />
    <LabelsToPrint v-if="showing" @close="showing = false" />
  </section>
</template>

<style scoped>
h2 {
  font-size: 24px;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px 10px;
}
h2 .quiet {
  font-family: var(--text);
  font-weight: 400;
  font-size: 15px;
  letter-spacing: 0;
}
.labels {
  margin-left: auto;
}
form {
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: span 7;
}
.crop {
  grid-column: span 5;
}
.small-field {
  grid-column: span 2;
}
.mid-field {
  grid-column: span 4;
}
.from {
  grid-column: span 4;
}
.choices,
.ways,
.take,
.whole {
  grid-column: 1 / -1;
}
.ways,
.take {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.take > :first-child {
  flex: 1 1 220px;
  font-weight: 600;
}
/* Cut card, whether it is said or not. */
.ways :deep(.p-togglebutton) {
  min-height: 40px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  padding: 6px 12px;
}
.ways :deep(.p-togglebutton-checked) {
  border-color: var(--action);
  background: var(--action-soft);
  box-shadow: inset 0 -3px 0 var(--action);
  font-weight: 600;
}
.ways :deep(.p-togglebutton-content) {
  background: none;
  box-shadow: none;
  padding: 0;
}
form :deep(.p-inputtext),
.take :deep(.p-button) {
  min-height: 46px;
  font-size: 17px;
}
li .p-button {
  min-height: 36px;
}
li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 620px) {
  .wide,
  .crop,
  .mid-field,
  .from {
    grid-column: 1 / -1;
  }
  .small-field {
    grid-column: span 6;
  }
  li {
    grid-template-columns: 92px minmax(0, 1fr) auto;
  }
  li .what {
    grid-column: 2 / -1;
  }
}
</style>
