<script setup lang="ts">
import { CalendarDays, ChartLine, CircleQuestionMark, Ellipsis, FlaskConical, House, Leaf, Library, Package, Users } from '@lucide/vue';
import Popover from 'primevue/popover';
import { computed, ref } from 'vue';
import { useNarrow } from '../base/narrow.ts';
import { useSession } from '../base/session.ts';
import { PLACES } from './router.ts';

/** The places: index tabs over the work; on a small screen at its lower edge, within reach of a thumb. */
const props = defineProps<{ place: string; bandFolded: boolean }>();
defineEmits<{ help: []; band: [] }>();
const session = useSession();
const narrow = useNarrow();
const more = ref<InstanceType<typeof Popover> | null>(null);
const opened = ref(false);

const SIGNS = {
  today: House,
  lots: Package,
  tests: FlaskConical,
  sowing: Leaf,
  members: Users,
  renewals: ChartLine,
  library: Library,
} as const;
/** So many stand beside each other on a phone; the rest lies behind a button. */
const AT_HAND = 5;
const shown = computed(() => (narrow.value ? PLACES.slice(0, AT_HAND) : PLACES));
const rest = computed(() => (narrow.value ? PLACES.slice(AT_HAND) : []));
const inRest = computed(() => rest.value.some((p) => p.name === props.place));

interface Count {
  readonly n: number;
  readonly words: string;
  readonly late: boolean;
}
const counts = computed<Readonly<Record<string, Count | undefined>>>(() => {
  const s = session.session;
  if (!s) return {};
  return {
    today: s.due > 0 ? { n: s.due, words: 'due', late: s.late > 0 } : undefined,
    tests: s.openTests > 0 ? { n: s.openTests, words: 'open', late: false } : undefined,
  };
});
</script>

<template>
  <nav class="tabs" :class="{ narrow }" aria-label="Places">
    <RouterLink
      v-for="p in shown"
      :key="p.name"
      :to="p.to"
      class="tab"
      :class="{ here: p.name === place }"
      :aria-current="p.name === place ? 'page' : undefined"
      :aria-keyshortcuts="p.key"
    >
      <component :is="SIGNS[p.name]" v-if="narrow" :size="22" aria-hidden="true" />
      {{ p.label }}
      <span v-if="counts[p.name]" class="count" :class="{ late: counts[p.name]?.late }"
        >{{ counts[p.name]?.n }}<span class="unseen">{{ ` ${counts[p.name]?.words ?? ''}` }}</span></span
      >
    </RouterLink>
    <template v-if="narrow">
      <button
        type="button"
        class="tab"
        :class="{ here: inRest }"
        :aria-expanded="opened"
        aria-haspopup="dialog"
        @click="more?.toggle($event)"
      >
        <Ellipsis :size="22" aria-hidden="true" />
        More
      </button>
      <Popover ref="more" aria-label="More" @show="opened = true" @hide="opened = false">
        <ul class="plain rest">
          <li v-for="p in rest" :key="p.name">
            <RouterLink :to="p.to" :aria-current="p.name === place ? 'page' : undefined" @click="more?.hide()">
              <component :is="SIGNS[p.name]" :size="22" aria-hidden="true" />{{ p.label }}
            </RouterLink>
          </li>
          <li>
            <button type="button" @click="(more?.hide(), $emit('band'))">
              <CalendarDays :size="22" aria-hidden="true" />{{ bandFolded ? 'Show the year' : 'Fold the year away' }}
            </button>
          </li>
          <li>
            <button type="button" @click="(more?.hide(), $emit('help'))">
              <CircleQuestionMark :size="22" aria-hidden="true" />How this page works
            </button>
          </li>
        </ul>
      </Popover>
    </template>
  </nav>
</template>

<style scoped>
.tabs {
  grid-row: 3;
  display: flex;
  gap: 4px;
  padding: 0 20px;
  background: var(--paper-deep);
  border-bottom: 1px solid var(--rule);
  overflow-x: auto;
  scrollbar-width: none;
}
.tab {
  padding: 8px 18px;
  min-height: 38px;
  color: var(--ink-soft);
  text-decoration: none;
  font-weight: 600;
  border: 1px solid transparent;
  border-bottom: 0;
  border-radius: 9px 9px 0 0;
  white-space: nowrap;
  display: flex;
  gap: 8px;
  align-items: center;
}
.tab:hover {
  background: var(--wash);
}
.tab.here {
  background: var(--paper);
  color: var(--ink);
  border-color: var(--rule);
  margin-bottom: -1px;
  padding-bottom: 9px;
}
.tab:focus-visible {
  outline-offset: -3px;
}
.count {
  background: var(--edge);
  color: var(--ink);
  border-radius: 10px;
  padding: 0 7px;
  font-size: 14px;
  line-height: 20px;
}
.count.late {
  background: var(--act);
  color: var(--white);
}
.narrow {
  grid-row: 8;
  gap: 0;
  padding: 0 2px env(safe-area-inset-bottom);
  border-bottom: 0;
  border-top: 1px solid var(--rule);
  overflow: visible;
}
.narrow .tab {
  position: relative;
  flex: 1 1 0;
  min-width: 0;
  min-height: 56px;
  padding: 6px 0;
  flex-direction: column;
  justify-content: center;
  gap: 1px;
  font-size: 14px;
  line-height: 1.2;
  border: 0;
  border-top: 4px solid transparent;
  border-radius: 0;
  background: none;
}
.narrow .tab.here {
  margin: 0;
  background: var(--paper);
  border-top-color: var(--action);
}
.narrow .count {
  position: absolute;
  top: 2px;
  left: calc(50% + 8px);
}
.rest {
  display: grid;
  min-width: 210px;
}
.rest a,
.rest button {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 48px;
  padding: 8px 10px;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  text-decoration: none;
  font-size: 16px;
}
.rest [aria-current='page'] {
  font-weight: 600;
  background: var(--action-soft);
}
</style>
