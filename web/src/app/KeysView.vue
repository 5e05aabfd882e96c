<script setup lang="ts">
import { KEYS } from './keys.ts';
</script>

<template>
  <section class="page scrolls" tabindex="0" aria-label="Keys">
    <h1>Keys</h1>
    <p class="quiet">Outside of a text field. A code scanned anywhere opens its lot.</p>
    <table class="plain-table">
      <tbody>
        <tr v-for="k in KEYS" :key="k.key">
          <th scope="row">
            <kbd>{{ k.key }}</kbd>
          </th>
          <td>{{ k.does }}</td>
        </tr>
      </tbody>
    </table>
    <h2>On the seed sheet</h2>
    <table class="plain-table">
      <tbody>
        <tr>
          <th scope="row"><kbd>arrows</kbd></th>
          <td>move from seed to seed</td>
        </tr>
        <tr>
          <th scope="row"><kbd>Space</kbd></th>
          <td>mark the seed with the chosen stamp, or take its mark off</td>
        </tr>
        <tr>
          <th scope="row"><kbd>S A H F M E</kbd></th>
          <td>mark it sprouted, abnormal, hard, fresh, mouldy or dead, empty</td>
        </tr>
        <tr>
          <th scope="row"><kbd>0 to 9</kbd></th>
          <td>type how many in all instead</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.page {
  padding: 22px 28px;
  max-width: 720px;
  height: 100%;
  display: grid;
  gap: 12px;
  align-content: start;
}
th {
  width: 150px;
}
h2 {
  margin-top: 12px;
}
</style>
