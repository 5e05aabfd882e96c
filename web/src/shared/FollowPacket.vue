<script setup lang="ts">
import { lotsApi, type LotSheetData } from '@esprel/core/api';
import Checkbox from 'primevue/checkbox';
import { useChanges } from '../base/changes.ts';

/** One tap: this lot is sown as its own packet says, or by the library's figures again. */
const props = defineProps<{ sheet: LotSheetData }>();
const changes = useChanges();
const follow = (on: boolean): void =>
  void changes.make(lotsApi.followPacket, { code: props.sheet.lot.code }, { version: props.sheet.lot.version, follow: on });
</script>

<template>
  <label v-if="sheet.envelope" class="follow">
    <Checkbox binary :model-value="sheet.followsPacket" @update:model-value="follow" />
    Follow the packet for this lot
  </label>
</template>

<style scoped>
.follow {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  cursor: pointer;
}
</style>
