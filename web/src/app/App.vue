<script setup lang="ts">
import { CalendarDays, CircleQuestionMark } from '@lucide/vue';
import Button from 'primevue/button';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useAccess } from '../base/access.ts';
import OpeningNote from '../base/OpeningNote.vue';
import BeginStrip from '../beginning/BeginStrip.vue';
import JudgingNote from './JudgingNote.vue';
import KeptNote from './KeptNote.vue';
import CameraButton from './CameraButton.vue';
import FindField from './FindField.vue';
import SeedMark from '../base/SeedMark.vue';
import DeskPicker from './DeskPicker.vue';
import LastStep from './LastStep.vue';
import PlaceTabs from './PlaceTabs.vue';
import TableStrip from './TableStrip.vue';
import YearBand from './YearBand.vue';
import { useBandFold } from './bandFold.ts';
import { unloaded } from './unloaded.ts';
import { useDeskKeys } from './useDeskKeys.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

// Most days nobody sees them.
const SignInView = defineAsyncComponent(() => import('../access/SignInView.vue'));
const HelpDrawer = defineAsyncComponent(() => import('../help/HelpDrawer.vue'));
const SignInAgain = defineAsyncComponent(() => import('../access/SignInAgain.vue'));
const access = useAccess();
const session = useSession();
const route = useRoute();
const format = useFormat();
const find = ref<InstanceType<typeof FindField> | null>(null);
/** Whether help is open; it is loaded when it is asked for the first time. */
const helping = ref(false);
const helped = ref(false);
function help(): void {
  helped.value = true;
  helping.value = !helping.value;
}
const keys = useDeskKeys({ find: (text) => find.value?.open(text), help });

const folded = useBandFold();
const place = computed(() => String(route.meta.place ?? ''));
</script>

<template>
  <SignInView v-if="access.shut" />
  <div v-else-if="access.asked" class="frame">
    <SignInAgain v-if="access.ended" />
    <a class="skip" href="#surface">To the page</a>
    <header class="head">
      <RouterLink to="/today" class="wordmark" aria-label="Esprel, today">
        <SeedMark :size="27" />
        <span>Esprel</span>
      </RouterLink>
      <FindField ref="find" />
      <CameraButton @scan="keys.take" />
      <div v-if="session.session" class="date">
        <strong>{{ format.longDay(session.session.today) }}</strong>
        <span>
          <em v-if="session.session.demo" class="demo">demo date</em>
          <a v-if="session.session.back" :href="session.session.back" class="back">Back to your library</a>
          <JudgingNote v-if="session.session.stale > 0" :left="session.session.stale" :judging="session.session.judging" />
          <template v-else>{{ session.session.season }}</template>
        </span>
      </div>
      <Button
        v-tooltip.bottom="folded ? 'Show the year' : 'Fold the year away'"
        class="fold"
        severity="secondary"
        variant="text"
        :aria-label="folded ? 'Show the year' : 'Fold the year away'"
        :aria-expanded="!folded"
        @click="folded = !folded"
        ><CalendarDays :size="22" aria-hidden="true"
      /></Button>
      <Button
        class="help"
        severity="secondary"
        variant="text"
        aria-label="How this page works"
        aria-keyshortcuts="?"
        :aria-expanded="helping"
        @click="help"
        ><CircleQuestionMark :size="22" aria-hidden="true"
      /></Button>
      <DeskPicker />
    </header>
    <YearBand v-if="!folded" />
    <PlaceTabs :place="place" :band-folded="folded" @help="help" @band="folded = !folded" />
    <div class="notices">
      <p v-if="unloaded !== null" class="away" role="alert">
        That page did not come: there is no network, or Esprel was renewed meanwhile. <a :href="unloaded">Open it again</a>
      </p>
      <KeptNote />
      <BeginStrip />
    </div>
    <main id="surface" class="surface" tabindex="-1">
      <!-- Every page counts from the library's today: none is shown before it is known. -->
      <RouterView v-if="session.session" />
      <OpeningNote v-else />
    </main>
    <LastStep />
    <TableStrip />
    <HelpDrawer v-if="helped" v-model="helping" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  /* A strip with much in it scrolls; it never makes the page wider. */
  grid-template-columns: minmax(0, 1fr);
  grid-template-rows: auto auto auto auto minmax(0, 1fr) auto auto auto;
  position: relative;
  height: 100dvh;
  min-width: 320px;
  overflow: hidden;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--sheet);
  padding: 8px 12px;
  z-index: 30;
}
.head {
  grid-row: 1;
  display: flex;
  align-items: center;
  gap: 26px;
  padding: 8px 20px;
  background: var(--paper);
}
.wordmark {
  display: flex;
  align-items: center;
  gap: 8px;
  font-family: var(--serif);
  font-size: 23px;
  color: var(--ink);
  text-decoration: none;
}
.date {
  margin-left: auto;
  text-align: right;
  display: grid;
  line-height: 1.3;
  white-space: nowrap;
}
.date strong {
  font-weight: 600;
}
.date span {
  color: var(--quiet);
  font-size: 14px;
}
.demo {
  font-style: normal;
  color: var(--asleep);
  border: 1px solid currentColor;
  border-radius: 3px;
  padding: 0 6px;
  margin-right: 6px;
}
/* The three signs at the right belong together. */
.fold,
.help {
  margin-inline: -10px;
}
.back {
  margin-right: 8px;
}
.away {
  background: var(--act-soft);
  color: var(--act-deep);
  padding: 8px 20px;
}
.notices {
  grid-row: 4;
}
.surface {
  grid-row: 5;
  min-height: 0;
  outline: none;
}
@media (max-width: 900px) {
  .head {
    gap: 12px;
    padding: 8px 12px;
  }
  .head > :deep(.find) {
    flex: 1 1 0;
    min-width: 0;
  }
  /* On a small screen both lie behind More, at the lower edge. */
  .head > .fold,
  .head > .help {
    display: none;
  }
  .wordmark span {
    display: none;
  }
  .date span {
    display: none;
  }
}
@media (max-width: 560px) {
  .date {
    display: none;
  }
  .head {
    gap: 4px;
    padding: 4px 8px;
  }
}
</style>
