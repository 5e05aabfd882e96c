<script setup lang="ts">
import { plural } from '@esprel/core';
import { exchangeApi, type GiftListed } from '@esprel/core/api';
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { computed, reactive, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useFormat } from '../base/useFormat.ts';
import FieldPlace from '../fields/FieldPlace.vue';
import MoreRows from '../base/MoreRows.vue';

/** The lots of another library: which of them came, how much of each, and what they are called here. */
const props = defineProps<{ file: string; title: string; gifts: readonly GiftListed[] }>();
const emit = defineEmits<{ done: [] }>();
const changes = useChanges();
const format = useFormat();
const router = useRouter();
/** Seeds that came, as typed, by lot; '' where it did not come. */
const came = reactive<Record<string, string>>({});
/** Lots whose name is another than the near one here. */
const apart = ref<ReadonlySet<string>>(new Set());
const find = ref('');
const placeId = ref<number | null>(null);
const problem = ref<string | null>(null);
const sending = ref(false);
const SHOWN = 60;
const more = ref(false);

const fitting = computed(() => {
  const wanted = find.value.trim().toLowerCase();
  return props.gifts.filter((g) => `${g.variety} ${g.crop} ${g.code}`.toLowerCase().includes(wanted));
});
const shown = computed(() => (more.value ? fitting.value : fitting.value.slice(0, SHOWN)));
const chosen = computed(() => props.gifts.filter((g) => (came[g.code] ?? '').trim() !== ''));
const testWords = (g: GiftListed): string =>
  g.lastTest ? `${String(g.lastTest.alive)} of ${String(g.lastTest.sown)} alive, ${format.day(g.lastTest.on)}` : 'not tested';

function keepApart(code: string, on: boolean): void {
  const next = new Set(apart.value);
  if (on) next.add(code);
  else next.delete(code);
  apart.value = next;
}
async function take(): Promise<void> {
  problem.value = null;
  const wrong = chosen.value.find((g) => !/^\d+$/.test((came[g.code] ?? '').trim()) || Number(came[g.code]) < 1);
  if (wrong) {
    problem.value = `How many seeds came of ${wrong.variety} (${wrong.code})? Write a whole number, as 40.`;
    return;
  }
  sending.value = true;
  try {
    const lots = chosen.value.map((g) => ({
      code: g.code,
      seeds: Number(came[g.code]),
      sameAs: g.near && !apart.value.has(g.code) ? g.near.id : null,
    }));
    const { codes } = await changes.send(exchangeApi.takeGifts, { file: props.file }, { lots, placeId: placeId.value });
    emit('done');
    await router.push(`/labels?codes=${codes.join(',')}`);
  } catch (error) {
    problem.value = (error as Error).message;
  }
  sending.value = false;
}
</script>

<template>
  <div class="gifts">
    <label class="unseen" for="find-gift">Find a lot</label>
    <InputText id="find-gift" v-model="find" placeholder="Find a lot of theirs" autocomplete="off" />
    <p class="quiet small">
      Write how many seeds came of each. What has a near name here becomes the same variety, unless you keep it apart.
    </p>
    <ul class="plain">
      <li v-for="g in shown" :key="g.code" :class="{ came: (came[g.code] ?? '') !== '' }">
        <div class="what">
          <strong>{{ g.variety }}</strong>
          <span class="quiet small">{{ g.crop.toLowerCase() }}, {{ g.year ?? 'no year' }}, {{ testWords(g) }}</span>
          <span v-if="g.problem" class="small wrong">{{ g.problem }}</span>
          <span v-else-if="g.known" class="small">a variety of yours</span>
          <label v-else-if="g.near" class="small near">
            <Checkbox :model-value="apart.has(g.code)" binary @update:model-value="keepApart(g.code, $event)" /> not your
            {{ g.near.name }}
          </label>
          <span v-else class="small quiet">new here</span>
        </div>
        <span v-if="!g.problem" class="amount">
          <label class="unseen" :for="`came-${g.code}`">Seeds that came of {{ g.variety }}, {{ g.code }}</label>
          <InputText :id="`came-${g.code}`" v-model="came[g.code]" inputmode="numeric" autocomplete="off" />
          <span class="quiet small">of {{ g.seeds }}</span>
        </span>
      </li>
    </ul>
    <MoreRows :rows="fitting.length" :shown="shown.length" @more="more = true" />
    <p v-if="fitting.length === 0" class="quiet">None of theirs is called so.</p>
    <FieldPlace id="gifts-place" v-model="placeId" />
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <p class="row-of-buttons">
      <Button :label="`Take in ${plural(chosen.length, 'gift')}`" :disabled="chosen.length === 0 || sending" @click="take" />
      <Button label="Leave it" severity="secondary" variant="text" @click="$emit('done')" />
    </p>
  </div>
</template>

<style scoped>
.gifts {
  display: grid;
  gap: 10px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  padding: 6px 8px;
  border-bottom: 1px solid var(--hair);
}
li.came {
  background: var(--good-soft);
}
.what {
  display: grid;
}
strong {
  font-weight: 600;
}
.near {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 28px;
}
.amount {
  display: grid;
  grid-template-columns: 80px 60px;
  gap: 6px;
  align-items: center;
}
.wrong {
  color: var(--act);
}
</style>
