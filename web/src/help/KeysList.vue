<script setup lang="ts">
import KeysTable from './KeysTable.vue';
import { KEYS, SEED_SHEET_KEYS } from './keys.ts';
</script>

<template>
  <p class="quiet">Outside of a text field. A code scanned anywhere opens its lot.</p>
  <KeysTable :keys="KEYS" />
  <h3>On the seed sheet</h3>
  <KeysTable :keys="SEED_SHEET_KEYS" />
</template>
