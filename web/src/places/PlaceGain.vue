<script setup lang="ts">
import { type Gain, lotsApi, placesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import { gainWords, yearsWords } from './placeWords.ts';

/** What moving the lots on the table to this place would gain, in years, per lot; and moving them. */
const props = defineProps<{ id: string; name: string }>();
const table = useTable();
const session = useSession();
const changes = useChanges();
const moving = ref(false);
const { data } = useRead(placesApi.gain, () =>
  table.codes.length === 0 ? null : { id: props.id, codes: table.codes.slice(0, 60).join(',') },
);
const lots = computed(() =>
  [...(data.value?.lots ?? [])].sort(
    (a, b) => (b.movesYears ?? 200) - (b.staysYears ?? 200) - ((a.movesYears ?? 200) - (a.staysYears ?? 200)),
  ),
);
const words = (g: Gain): string =>
  !g.storable ? 'cannot be stored dry or cold' : g.tooLate ? 'too late, it is below already' : gainWords(g.staysYears, g.movesYears);

async function move(codes: readonly string[]): Promise<void> {
  moving.value = true;
  for (const code of codes) {
    await changes.make(lotsApi.move, { code }, { placeId: Number(props.id), movedOn: session.today });
  }
  moving.value = false;
}
</script>

<template>
  <section aria-label="What moving here would gain">
    <h2>What moving here would gain</h2>
    <p v-if="table.codes.length === 0" class="quiet">
      Put lots on the table (<kbd>T</kbd>) to see how much longer each would stay good enough here.
    </p>
    <template v-else>
      <table v-if="lots.length > 0" class="plain-table">
        <thead>
          <tr>
            <th scope="col">On the table</th>
            <th scope="col" class="right">Where it is</th>
            <th scope="col" class="right">Here</th>
            <th scope="col">Gain</th>
            <th scope="col"><span class="unseen">Move</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="g in lots" :key="g.code">
            <td>
              <strong>{{ g.variety }}</strong> <span class="code small">{{ g.code }}</span>
            </td>
            <td class="right">{{ g.storable && !g.tooLate ? yearsWords(g.staysYears) : '' }}</td>
            <td class="right">{{ g.storable && !g.tooLate ? yearsWords(g.movesYears) : '' }}</td>
            <td>{{ words(g) }}</td>
            <td class="right">
              <Button
                size="small"
                severity="secondary"
                label="Move"
                :aria-label="`Move ${g.code} here`"
                :disabled="moving"
                @click="move([g.code])"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="lots.length > 1">
        <Button size="small" severity="secondary" label="Move all of them here" :disabled="moving" @click="move(lots.map((g) => g.code))" />
      </p>
      <p class="quiet small">Years until half of what is likely falls below the lending line (or 40 % where it is below that already).</p>
    </template>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}
h2 {
  font-size: 18px;
}
strong {
  font-weight: 600;
}
</style>
