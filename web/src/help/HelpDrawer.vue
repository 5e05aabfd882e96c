<script setup lang="ts">
import Drawer from 'primevue/drawer';
import { computed, watch } from 'vue';
import { useRoute } from 'vue-router';
import { howToOf } from './howTo.ts';
import HowToSteps from './HowToSteps.vue';

/** How the page in front of somebody works, beside it. */
const visible = defineModel<boolean>({ required: true });
const route = useRoute();
const howTo = computed(() => howToOf(route.path));
watch(
  () => route.path,
  () => (visible.value = false),
);
</script>

<template>
  <Drawer v-model:visible="visible" position="right" :header="howTo.title" class="help-drawer" :aria-label="`Help: ${howTo.title}`">
    <div class="body">
      <HowToSteps :how-to="howTo" />
      <p><RouterLink to="/help">All pages, words and keys</RouterLink></p>
    </div>
  </Drawer>
</template>

<style scoped>
.body {
  display: grid;
  gap: 14px;
}
</style>

<style>
.p-drawer-right .p-drawer.help-drawer {
  width: min(480px, 100vw);
}
/* The page that is explained stays readable beside it. */
.p-drawer-mask.p-overlay-mask:has(.help-drawer) {
  background: rgb(32 40 47 / 14%) !important;
}
.help-drawer .p-drawer-title {
  font-family: var(--serif);
}
.help-drawer .p-drawer-close-button {
  border-radius: 3px;
}
</style>
