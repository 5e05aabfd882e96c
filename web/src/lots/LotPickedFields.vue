<script setup lang="ts">
import { computed } from 'vue';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';

/** What stands for the year of seed that does not keep: when it was picked, where it ripened and by what night warmth. */
defineProps<{ errors: Readonly<Record<string, string>> }>();
/** What the form holds; its fields are written as they are typed. */
const model = defineModel<{ pickedOn: string; ripenedWhere: string; ripenedInSeason: 'yes' | 'no' | 'unknown'; night: string }>({
  required: true,
});
const session = useSession();
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
</script>

<template>
  <FieldDay id="picked" v-model="model.pickedOn" class="half" label="Picked on, if known" :max="session.today" :error="errors.pickedOn" />
  <FieldText
    id="ripened"
    v-model="model.ripenedWhere"
    class="half"
    label="Ripened in"
    optional
    placeholder="region or country"
    :error="errors.ripenedWhere"
  />
  <FieldChoice
    id="in-season"
    v-model="model.ripenedInSeason"
    class="half"
    label="Was it in season there"
    :options="[
      { value: 'unknown', label: 'Not known' },
      { value: 'yes', label: 'In season' },
      { value: 'no', label: 'Out of season' },
    ]"
  />
  <FieldText
    id="night"
    v-model="model.night"
    class="half"
    label="Nights were about"
    optional
    numeric
    :unit="`°${unit}`"
    :error="errors.nightC"
  />
</template>
