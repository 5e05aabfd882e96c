<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import FieldText from '../fields/FieldText.vue';

/** Of the settings: how members reach their pages, and what is a fair share. */
defineProps<{ errors: Readonly<Record<string, string>> }>();
const values = defineModel<{ publicAddress: string; askWeeks: string; fairShare: string; publicPage: boolean }>({ required: true });
</script>

<template>
  <h2 class="group">Members and their own pages</h2>
  <FieldText
    id="public-address"
    v-model="values.publicAddress"
    class="two-thirds"
    label="Members reach the library at"
    optional
    placeholder="https://seed.example"
    hint="Printed on their cards, so that a phone finds it. Over https a page works without a network too."
    :error="errors.publicAddress"
  />
  <FieldText
    id="ask-weeks"
    v-model="values.askWeeks"
    class="third"
    label="A packet waits"
    numeric
    unit="weeks"
    hint="laid ready, until it goes back"
    :error="errors.askWeeks"
  />
  <FieldText
    id="fair-share"
    v-model="values.fairShare"
    class="third"
    label="A fair share"
    word="fairShare"
    optional
    numeric
    unit="packets"
    hint="for one member in a season; said, not enforced"
    :error="errors.fairShare"
  />
  <label class="two-thirds show" for="public-page">
    <Checkbox v-model="values.publicPage" input-id="public-page" binary />
    Anybody may see what may be lent, without people, on the page where members get in
  </label>
</template>

<style scoped>
.group {
  font-size: 16px;
  padding-top: 6px;
}
.show {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>
