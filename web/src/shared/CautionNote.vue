<script setup lang="ts">
import { OctagonAlert } from '@lucide/vue';
import DeskMessage from '../base/DeskMessage.vue';
defineProps<{ cautions: readonly string[] }>();
</script>

<template>
  <DeskMessage v-if="cautions.length > 0" kind="caution">
    <OctagonAlert class="sign" :size="20" aria-hidden="true" />
    <div>
      <p v-for="c in cautions" :key="c">{{ c.endsWith('.') ? c : `${c}.` }}</p>
    </div>
  </DeskMessage>
</template>

<style scoped>
.sign {
  flex: none;
  margin-top: 1px;
  color: var(--act);
}
</style>
