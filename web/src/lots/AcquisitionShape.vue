<script setup lang="ts">
import { Gift, ShoppingBag, Sprout } from '@lucide/vue';
import { computed } from 'vue';

const props = defineProps<{ acquisition: string }>();
const shape = computed(() => (props.acquisition === 'saved' ? Sprout : props.acquisition === 'purchased' ? ShoppingBag : Gift));
</script>

<template>
  <component :is="shape" :size="15" :stroke-width="1.8" role="img" :aria-label="acquisition" />
</template>
