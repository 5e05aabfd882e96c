<script setup lang="ts">
import { KEYS, SEED_SHEET_KEYS } from './keys.ts';
</script>

<template>
  <p class="quiet">Outside of a text field. A code scanned anywhere opens its lot.</p>
  <table class="plain-table keys">
    <tbody>
      <tr v-for="k in KEYS" :key="k.key">
        <th scope="row">
          <kbd>{{ k.key }}</kbd>
        </th>
        <td>{{ k.does }}</td>
      </tr>
    </tbody>
  </table>
  <h3>On the seed sheet</h3>
  <table class="plain-table keys">
    <tbody>
      <tr v-for="k in SEED_SHEET_KEYS" :key="k.key">
        <th scope="row">
          <kbd>{{ k.key }}</kbd>
        </th>
        <td>{{ k.does }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th {
  width: 150px;
}
</style>
