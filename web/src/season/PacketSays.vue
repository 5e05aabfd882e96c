<script setup lang="ts">
import { span } from '@esprel/core';
import type { LotSeason } from '@esprel/core/api';
import { useFormat } from '../base/useFormat.ts';

/** What the packet says of sowing under cover, against the crop table, and which of the two is followed. */
defineProps<{ season: LotSeason }>();
const format = useFormat();
const between = (w: { from: string; to: string }): string => format.days(w.from, w.to);
</script>

<template>
  <p v-if="season.packet" class="quiet">
    The packet of <RouterLink :to="`/lots/${season.packet.lotCode}`">{{ season.packet.lotCode }}</RouterLink> says
    {{ span(season.packet.weeks.min, season.packet.weeks.max, 'week') }} before
    {{ season.packet.anchor === 'last-frost' ? 'the last frost' : 'planting out'
    }}{{ season.packet.window ? `, ${between(season.packet.window)}` : '' }}; the crop table
    {{ season.table.sow ? between(season.table.sow) : 'nothing' }}.
    <strong>{{ season.packet.used ? 'The packet is followed.' : 'The table is followed' }}</strong><template v-if="!season.packet.used"
      >; the packet is chosen on the page of its variety, under Library.</template
    >
  </p>
</template>

<style scoped>
strong {
  font-weight: 600;
}
</style>
