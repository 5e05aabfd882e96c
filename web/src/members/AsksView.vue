<script setup lang="ts">
import { type Ask, asksApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import DeskMessage from '../base/DeskMessage.vue';
import ListAndSheet from '../base/ListAndSheet.vue';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';

/** What members ask for: to be laid ready, lying ready, waiting in line, and what somebody would grow. */
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(asksApi.list, () => ({}), [() => session.today], true);
const groups = computed(() => {
  const asks = data.value?.asks ?? [];
  return [
    { name: 'To be laid ready', asks: asks.filter((a) => a.laid === null && a.kind !== 'offer' && a.serving.length > 0) },
    { name: 'Lies ready', asks: asks.filter((a) => a.laid !== null) },
    { name: 'Would grow it', asks: asks.filter((a) => a.laid === null && a.kind === 'offer') },
    { name: 'Waits: nothing may be lent', asks: asks.filter((a) => a.laid === null && a.kind !== 'offer' && a.serving.length === 0) },
  ].filter((g) => g.asks.length > 0);
});
function words(a: Ask): string {
  if (a.laid !== null) return `${a.laid.lotCode}, waits until ${format.day(a.laid.waitsUntil)}`;
  return a.serving[0] ? `${a.serving[0].code}: ${a.serving[0].why}` : (a.noneBecause ?? '');
}
</script>

<template>
  <ListAndSheet :opened="route.path !== '/asks'" label="Asked for">
    <div class="list-body">
      <div class="head">
        <h1>Asked for</h1>
        <Button label="Members" severity="secondary" @click="router.push('/members')" />
        <Button label="Somebody asks" severity="secondary" @click="router.push('/asks/new')" />
      </div>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <p v-if="data && data.asks.length === 0" class="empty">
        <strong>Nobody asks for anything just now.</strong> Members ask on their own page; what is asked at the desk or by telephone is
        written down with “Somebody asks”.
      </p>
      <section v-for="g in groups" :key="g.name" :aria-label="g.name">
        <h2>{{ g.name }}</h2>
        <ul class="plain">
          <li v-for="a in g.asks" :key="a.id">
            <RouterLink :to="`/asks/${a.id}`" :class="{ here: route.path === `/asks/${a.id}` }">
              <span class="what"
                ><strong>{{ a.variety }}</strong> {{ a.crop.toLowerCase() }}</span
              >
              <span>{{ a.member }}</span>
              <span class="quiet small">{{ words(a) }}</span>
              <span class="quiet small when" :class="{ late: a.laid?.overdue }">{{
                a.laid?.overdue ? 'nobody fetched it' : format.day(a.askedOn)
              }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.head h1 {
  margin-right: auto;
}
h2 {
  font-size: 18px;
}
li a {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 2px 14px;
  padding: 8px 10px;
  border-bottom: 1px solid var(--band);
  color: var(--ink);
  text-decoration: none;
}
li a:hover {
  background: var(--hover);
}
li a.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
strong {
  font-weight: 600;
}
.when.late {
  color: var(--act);
  font-weight: 600;
}
</style>
