<script setup lang="ts">
import { cautionWords, type LibraryCrop, OWN_FIGURES, type OwnFigure, ownFigureForm } from '@esprel/core';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useFetched } from '../app/useFetched.ts';
import { numberOf, shareOf, useForm } from '../app/useForm.ts';
import { useChanges } from '../app/changes.ts';
import CautionNote from '../lots/CautionNote.vue';

const props = defineProps<{ crop?: string | undefined }>();
const router = useRouter();
const changes = useChanges();
const q = ref('');
const soon = useDebounce(q, 120);
const { data } = useFetched<{ crops: (LibraryCrop & { lots: number })[] }>(
  () => `/crops${soon.value.trim() === '' ? '' : `?q=${encodeURIComponent(soon.value.slice(0, 60))}`}`,
);
const chosen = computed(() => (props.crop ? props.crop : null));
const { data: open } = useFetched<{ crop: LibraryCrop; reference: LibraryCrop; figures: { field: OwnFigure; reason: string | null }[] }>(
  () => (chosen.value === null ? null : `/crops/${chosen.value}`),
);
const crops = computed(() =>
  [...(data.value?.crops ?? [])].sort((a, b) =>
    soon.value === '' ? Number(b.lots > 0) - Number(a.lots > 0) || a.name.localeCompare(b.name) : 0,
  ),
);

const FIGURES = Object.entries(OWN_FIGURES) as [OwnFigure, (typeof OWN_FIGURES)[OwnFigure]][];
const editing = ref<OwnFigure | null>(null);
const form = useForm({
  name: null,
  initial: () => ({ value: '', reason: '' }),
  schema: ownFigureForm,
  body: (v) => ({
    field: editing.value ?? '',
    value: editing.value && OWN_FIGURES[editing.value].unit === 'share' ? shareOf('value', v.value) : numberOf('value', v.value),
    reason: v.reason.trim() || null,
  }),
  method: 'PUT',
  path: () => `/crops/${chosen.value ?? ''}/own-figure`,
});
watch(chosen, () => (editing.value = null));

function show(crop: LibraryCrop, field: OwnFigure): string {
  const value = (crop as unknown as Record<string, number | null>)[field] ?? null;
  if (value === null) return 'as in the settings';
  return OWN_FIGURES[field].unit === 'share' ? `${String(Math.round(value * 100))} %` : `${String(value)} ${OWN_FIGURES[field].unit}`;
}
function edit(field: OwnFigure): void {
  editing.value = field;
  form.reset();
}
async function save(): Promise<void> {
  if (form.values.value.trim() === '') {
    form.errors = { value: 'type a figure, or take the reference' };
    return;
  }
  if (await form.send()) editing.value = null;
}
function reference(field: OwnFigure): void {
  void changes.attempt('PUT', `/crops/${chosen.value ?? ''}/own-figure`, { field, value: null, reason: null });
}
</script>

<template>
  <div class="crops">
    <section class="list scrolls" aria-label="Crops" tabindex="-1">
      <h1>Crops</h1>
      <label class="unseen" for="crop-q">Name of a crop</label>
      <InputText id="crop-q" v-model="q" placeholder="common or scientific name" autocomplete="off" />
      <ul class="plain">
        <li v-for="c in crops" :key="c.key">
          <button type="button" :aria-pressed="c.key === chosen" @click="router.push(`/library/crops/${c.key}`)">
            <strong>{{ c.name }}</strong> <span class="latin">{{ c.scientific }}</span><span class="n quiet"
              >{{ c.lots > 0 ? c.lots : '' }}{{ c.own.length > 0 ? ' · own figures' : '' }}</span
            >
          </button>
        </li>
      </ul>
    </section>
    <section class="figures scrolls" aria-label="Figures of the crop" tabindex="-1">
      <template v-if="open">
        <h2>
          {{ open.crop.name }} <span class="latin">{{ open.crop.scientific }}</span>
        </h2>
        <p class="quiet">
          {{ open.crop.family }}, {{ open.crop.lifeCycle }}, {{ open.crop.storageBehaviour }} seed. Set a figure of your own where your
          results say otherwise.
        </p>
        <CautionNote :cautions="cautionWords(open.crop.cautions, 'cleaned')" />
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Figure</th>
              <th scope="col">In use</th>
              <th scope="col">Reference</th>
              <th scope="col"><span class="unseen">Change</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[field, rule] in FIGURES" :key="field">
              <td>{{ rule.label }}</td>
              <td>
                <strong v-if="open.crop.own.includes(field)">{{ show(open.crop, field) }}, own</strong
                ><template v-else>{{ show(open.crop, field) }}</template>
              </td>
              <td class="quiet">{{ show(open.reference, field) }}</td>
              <td class="right">
                <Button severity="secondary" size="small" label="Set" :aria-label="`Set ${rule.label}`" @click="edit(field)" />
                <Button
                  v-if="open.crop.own.includes(field)"
                  severity="secondary"
                  variant="text"
                  size="small"
                  label="Reference"
                  :aria-label="`Take the reference for ${rule.label}`"
                  @click="reference(field)"
                />
                <form v-if="editing === field" class="set" novalidate @submit.prevent="save">
                  <InputText
                    v-model="form.values.value"
                    inputmode="decimal"
                    :aria-label="`${rule.label}, ${rule.unit === 'share' ? 'percent' : rule.unit}`"
                    :invalid="form.errors.value !== undefined"
                    :aria-invalid="form.errors.value !== undefined"
                  />
                  <InputText v-model="form.values.reason" placeholder="why" aria-label="Why" />
                  <Button type="submit" label="Save" size="small" />
                  <p v-if="form.errors.value || form.problem" class="error" role="alert">
                    {{ form.errors.value ?? form.problem?.message }}
                  </p>
                </form>
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <p v-else class="empty">Choose a crop on the left. Those you have lots of stand first.</p>
    </section>
  </div>
</template>

<style scoped>
.crops {
  display: grid;
  grid-template-columns: 360px minmax(0, 1fr);
  height: 100%;
}
.list,
.figures {
  padding: 20px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.list {
  border-right: 1px solid var(--rule);
}
.list button {
  width: 100%;
  min-height: 40px;
  display: flex;
  gap: 8px;
  align-items: baseline;
  text-align: left;
  border: 0;
  border-bottom: 1px solid #ece6d9;
  background: none;
  padding: 8px;
  cursor: pointer;
}
.list button[aria-pressed='true'] {
  background: var(--action-soft);
}
.n {
  margin-left: auto;
  white-space: nowrap;
}
strong {
  font-weight: 600;
}
.set {
  display: grid;
  grid-template-columns: 90px 1fr auto;
  gap: 6px;
  padding-top: 8px;
  text-align: left;
}
.set .error {
  grid-column: 1 / -1;
}
.error {
  color: var(--act);
  font-weight: 600;
}
@media (max-width: 860px) {
  .crops {
    display: block;
    overflow-y: auto;
  }
  .list {
    max-height: 40%;
    border-right: 0;
  }
  .figures {
    padding: 12px;
    overflow-x: auto;
  }
}
</style>
