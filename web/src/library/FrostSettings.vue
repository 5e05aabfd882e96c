<script setup lang="ts">
import FieldOneInTen from '../fields/FieldOneInTen.vue';
import FieldText from '../fields/FieldText.vue';
import FieldYearDay from '../fields/FieldYearDay.vue';

/** Of the settings: when frost is over and when it comes, and how cold winters are. */
defineProps<{ errors: Readonly<Record<string, string>>; unit: string }>();
const values = defineModel<{
  lastFrost: string;
  lastFrostSdDays: string;
  firstFrost: string;
  firstFrostSdDays: string;
  winterMinC: string;
}>({ required: true });
</script>

<template>
  <FieldYearDay
    id="last-frost"
    v-model="values.lastFrost"
    class="third"
    label="Usual last frost of spring"
    word="lastFrost"
    :error="errors.lastFrost"
  />
  <FieldText
    id="last-sd"
    v-model="values.lastFrostSdDays"
    class="third"
    label="Spread"
    numeric
    unit="days"
    :error="errors.lastFrostSdDays"
  />
  <FieldOneInTen id="one-in-ten" v-model="values.lastFrostSdDays" class="third" :last-frost="values.lastFrost" />
  <FieldYearDay id="first-frost" v-model="values.firstFrost" class="third" label="Usual first frost of autumn" :error="errors.firstFrost" />
  <FieldText
    id="first-sd"
    v-model="values.firstFrostSdDays"
    class="third"
    label="Spread"
    numeric
    unit="days"
    :error="errors.firstFrostSdDays"
  />
  <FieldText
    id="winter"
    v-model="values.winterMinC"
    class="third"
    label="Winters go down to"
    optional
    numeric
    :unit="`°${unit}`"
    hint="usually; it says what may be sown in autumn"
    :error="errors.winterMinC"
  />
</template>
