<script setup lang="ts">
import { cautionWords, CROP_FIGURES, type CropFigure, type LibraryCrop, OWN_FIGURES, type OwnFigure } from '@esprel/core';
import { cropsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { useDebounce } from '@vueuse/core';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import { useChanges } from '../base/changes.ts';
import CautionNote from '../shared/CautionNote.vue';
import FigureInput from './FigureInput.vue';
import { type FigureText, figureText, figureValue, figureWords } from './figureText.ts';

const props = defineProps<{ crop?: string | undefined }>();
const router = useRouter();
const changes = useChanges();
const q = ref('');
const soon = useDebounce(q, 120);
const { data } = useRead(cropsApi.list, () => ({ q: soon.value.trim().slice(0, 60) }));
const chosen = computed(() => (props.crop ? props.crop : null));
const { data: open } = useRead(cropsApi.sheet, () => (chosen.value === null ? null : { key: chosen.value }));
const crops = computed(() =>
  [...(data.value?.crops ?? [])].sort((a, b) =>
    soon.value === '' ? Number(b.lots > 0) - Number(a.lots > 0) || a.name.localeCompare(b.name) : 0,
  ),
);
/** The name that fitted, where it is another than the one shown. */
const also = (c: { name: string; scientific: string; as: string | null }): string =>
  !c.as || c.as.toLowerCase() === c.name.toLowerCase() || c.as === c.scientific ? '' : `“${c.as}”`;

const GROUPS = Object.entries(CROP_FIGURES).map(([name, figures]) => ({ name, fields: Object.keys(figures) as OwnFigure[] }));
const labelOf = (field: OwnFigure): string => (OWN_FIGURES[field] as CropFigure).label;
/** 0 while the reference holds. */
const figureVersion = (field: OwnFigure): number => open.value?.figures.find((f) => f.field === field)?.version ?? 0;
const editing = ref<OwnFigure | null>(null);
const form = useForm({
  name: null,
  initial: () => ({ value: '' as FigureText, reason: '' }),
  of: cropsApi.figure,
  body: (v) => ({
    field: editing.value ?? '',
    value: editing.value ? figureValue(editing.value, v.value) : null,
    reason: v.reason.trim() || null,
    version: editing.value ? figureVersion(editing.value) : 0,
  }),
  asked: () => ({ key: chosen.value ?? '' }),
});
watch(chosen, () => (editing.value = null));

function edit(field: OwnFigure): void {
  editing.value = field;
  form.reset({ value: open.value ? figureText(open.value.crop, field) : '' });
}
async function save(): Promise<void> {
  if (await form.send()) editing.value = null;
}
function reference(field: OwnFigure): void {
  void changes.make(cropsApi.figure, { key: chosen.value ?? '' }, { field, reference: true, version: figureVersion(field) });
}
async function remove(): Promise<void> {
  if (await changes.make(cropsApi.remove, { key: chosen.value ?? '' }, { version: open.value?.ownCrop?.version ?? 0 }))
    await router.push('/library/crops');
}
</script>

<template>
  <div class="crops">
    <section class="list scrolls" aria-label="Crops" tabindex="-1">
      <h1>Crops</h1>
      <label class="unseen" for="crop-q">Name of a crop</label>
      <InputText id="crop-q" v-model="q" placeholder="any name, in any language" autocomplete="off" />
      <Button
        severity="secondary"
        label="Add a crop of our own"
        @click="router.push(`/library/crops/new${chosen ? `?from=${chosen}` : ''}`)"
      />
      <p v-if="crops.length === 0 && soon !== ''" class="empty">
        <strong>No crop is called that.</strong> Try another of its names, or add it as a crop of your own.
      </p>
      <ul class="plain">
        <li v-for="c in crops" :key="c.key">
          <button type="button" :aria-pressed="c.key === chosen" @click="router.push(`/library/crops/${c.key}`)">
            <strong>{{ c.name }}</strong> <span class="latin">{{ c.scientific }}</span>
            <span v-if="also(c)" class="quiet">{{ also(c) }}</span><span class="n quiet"
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
          {{ open.crop.family }}; codes begin with {{ open.crop.letters }}.
          {{ open.ownCrop ? 'A crop of your own.' : 'Set a figure of your own where your results say otherwise.' }}
        </p>
        <p v-if="(open.ownCrop?.names ?? open.names).length > 0" class="quiet small">
          also called {{ (open.ownCrop?.names ?? open.names).slice(0, 14).join(', ') }}
        </p>
        <p v-if="open.ownCrop" class="row-of-buttons">
          <Button severity="secondary" label="Change it" @click="router.push(`/library/crops/${open.crop.key}/edit`)" />
          <Button severity="secondary" label="Take it away" @click="remove" />
        </p>
        <CautionNote :cautions="cautionWords(open.crop.cautions, 'cleaned', open.crop.storageBehaviour)" />
        <section v-for="g in GROUPS" :key="g.name" :aria-label="g.name">
          <h3>{{ g.name }}</h3>
          <table class="plain-table">
            <thead class="unseen-head">
              <tr>
                <th scope="col">Figure</th>
                <th scope="col">In use</th>
                <th scope="col">Reference</th>
                <th scope="col"><span class="unseen">Change</span></th>
              </tr>
            </thead>
            <tbody>
              <template v-for="field in g.fields" :key="field">
                <tr>
                  <td>{{ labelOf(field) }}</td>
                  <td>
                    <strong v-if="open.crop.own.includes(field)">{{ figureWords(open.crop, field) }}, own</strong
                    ><template v-else>{{ figureWords(open.crop, field) }}</template>
                  </td>
                  <td class="quiet">{{ open.crop.own.includes(field) ? figureWords(open.reference as LibraryCrop, field) : '' }}</td>
                  <td class="right">
                    <Button severity="secondary" size="small" label="Set" :aria-label="`Set ${labelOf(field)}`" @click="edit(field)" />
                    <Button
                      v-if="open.crop.own.includes(field)"
                      severity="secondary"
                      variant="text"
                      size="small"
                      label="Reference"
                      :aria-label="`Take the reference for ${labelOf(field)}`"
                      @click="reference(field)"
                    />
                  </td>
                </tr>
                <tr v-if="editing === field">
                  <td colspan="4">
                    <form class="set" novalidate @submit.prevent="save">
                      <FigureInput v-model="form.values.value" :field="field" :error="form.errors.value" />
                      <label class="why">Why <InputText v-model="form.values.reason" placeholder="our own count of 2026" /></label>
                      <div class="row-of-buttons">
                        <Button type="submit" label="Save" size="small" :disabled="form.sending" />
                        <Button type="button" severity="secondary" label="Leave it" size="small" @click="editing = null" />
                      </div>
                      <p v-if="form.problem" class="error" role="alert">{{ form.problem.message }}</p>
                    </form>
                  </td>
                </tr>
              </template>
            </tbody>
          </table>
        </section>
      </template>
      <p v-else class="empty">
        Choose a crop on the left; those you have lots of stand first. One that is missing can be added, begun from the most similar one.
      </p>
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
.list button:not(.p-button) {
  width: 100%;
  min-height: 40px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  text-align: left;
  border: 0;
  border-bottom: 1px solid var(--rule);
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
h3 {
  font-size: 16px;
  padding-top: 6px;
}
.figures table {
  table-layout: fixed;
}
.figures th:nth-child(1) {
  width: 34%;
}
.figures th:nth-child(4) {
  width: 190px;
}
.set {
  display: grid;
  gap: 10px;
  padding: 10px 14px 14px;
  background: var(--action-soft);
  max-width: 560px;
}
.why {
  display: grid;
  gap: 3px;
  font-weight: 600;
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
