<script setup lang="ts">
import type { ApiProblem } from '../base/api.ts';

defineProps<{ problem: ApiProblem; what: string }>();
</script>

<template>
  <div class="empty" role="alert">
    <h2>{{ problem.status === 404 ? `There is no such ${what}` : `The ${what} could not be opened` }}</h2>
    <p>{{ problem.message }}</p>
    <p v-if="problem.status === 404">
      A step that is taken back takes its {{ what }} along. Look for it with <kbd>/</kbd>, or see the
      <RouterLink to="/library/history">history</RouterLink>.
    </p>
  </div>
</template>
