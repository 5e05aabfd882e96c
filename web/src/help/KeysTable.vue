<script setup lang="ts">
/** Keys and what each does. */
defineProps<{ keys: readonly { readonly key: string; readonly does: string }[] }>();
</script>

<template>
  <table class="plain-table">
    <tbody>
      <tr v-for="k in keys" :key="k.key">
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
