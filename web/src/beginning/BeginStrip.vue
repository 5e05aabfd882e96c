<script setup lang="ts">
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../base/session.ts';
import { BEGIN_WORDS } from './beginWords.ts';
import { useBeginGoing } from './going.ts';

/** The way back to Begin here, while somebody is at one of its steps. */
const going = useBeginGoing();
const route = useRoute();
const session = useSession();
const step = computed(() => (going.value === '' || ['/begin', '/today'].includes(route.path) ? null : (BEGIN_WORDS[going.value] ?? null)));
</script>

<template>
  <p v-if="step" class="strip" role="status">
    <span
      >Begin here: <strong>{{ step.title }}</strong><template v-if="session.session?.beginning">
        · {{ session.session.beginning.done }} of {{ session.session.beginning.of }} done</template
      ></span
    >
    <RouterLink to="/begin">Back to the list</RouterLink>
    <Button label="Leave off" severity="secondary" variant="text" size="small" @click="going = ''" />
  </p>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
  padding: 2px 20px;
  background: var(--action-soft);
  border-bottom: 1px solid var(--rule);
}
.strip a {
  padding: 8px 0;
}
strong {
  font-weight: 600;
}
</style>
