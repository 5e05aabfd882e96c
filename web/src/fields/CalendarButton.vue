<script setup lang="ts">
import { CalendarDays } from '@lucide/vue';
import { format, parseISO } from 'date-fns';
import Button from 'primevue/button';
import { usePrimeVue } from 'primevue/config';
import Popover from 'primevue/popover';
import { computed, defineAsyncComponent, ref, watchEffect } from 'vue';
import { useSession } from '../base/session.ts';

/** A text field with a calendar behind the button at its end; what is chosen there comes as `YYYY-MM-DD`. */
const props = defineProps<{ day: string; label: string; max?: string | undefined; min?: string | undefined }>();
const emit = defineEmits<{ pick: [day: string] }>();
// Most dates are typed: the calendar is loaded with the first one that is not.
const DatePicker = defineAsyncComponent(() => import('primevue/datepicker'));
const calendar = ref<InstanceType<typeof Popover> | null>(null);
const session = useSession();

// Where days are written first, weeks begin on Monday.
const { config } = usePrimeVue();
watchEffect(() => {
  if (config.locale) config.locale.firstDayOfWeek = session.settings?.dateOrder === 'month-day' ? 0 : 1;
});

const dayOf = (text: string | undefined): Date | undefined => (text === undefined || text === '' ? undefined : parseISO(text));
const shown = computed(() => dayOf(props.day) ?? dayOf(session.today));

function pick(day: unknown): void {
  if (!(day instanceof Date)) return;
  emit('pick', format(day, 'yyyy-MM-dd'));
  calendar.value?.hide();
}
</script>

<template>
  <span class="day">
    <slot />
    <Button
      class="open"
      variant="text"
      severity="secondary"
      type="button"
      :aria-label="label"
      tabindex="-1"
      @click="calendar?.toggle($event)"
    >
      <template #icon><CalendarDays :size="18" aria-hidden="true" /></template>
    </Button>
    <Popover ref="calendar">
      <DatePicker
        inline
        :model-value="dayOf(day) ?? null"
        :view-date="shown"
        :min-date="dayOf(min)"
        :max-date="dayOf(max)"
        show-other-months
        @update:model-value="pick"
      />
    </Popover>
  </span>
</template>

<style scoped>
.day {
  position: relative;
  display: flex;
}
.open {
  position: absolute;
  right: 1px;
  top: 1px;
  width: 38px;
  min-height: 38px;
  height: calc(100% - 2px);
  padding: 0;
}
</style>
