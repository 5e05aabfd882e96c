<script setup lang="ts">
import { fontOf, type LabelPicture } from './labelPicture.ts';

/** A label as it is printed, in millimetres. */
defineProps<{ label: LabelPicture; words: string }>();
</script>

<template>
  <svg
    class="label"
    role="img"
    :aria-label="words"
    :width="`${label.widthMm}mm`"
    :height="`${label.heightMm}mm`"
    :viewBox="`0 0 ${label.widthMm} ${label.heightMm}`"
  >
    <image
      v-if="label.code"
      :href="label.code.picture"
      :x="label.code.xMm"
      :y="label.code.yMm"
      :width="label.code.sideMm"
      :height="label.code.sideMm"
    />
    <!-- Letters are measured in points, and a millimetre is the unit here. -->
    <text
      v-for="(t, i) in label.texts"
      :key="i"
      :transform="`translate(${t.xMm} ${t.yMm}) scale(${25.4 / 96})`"
      :style="{ font: fontOf(t.font, t.sizePt) }"
    >
      {{ t.text }}
    </text>
  </svg>
</template>

<style scoped>
.label {
  display: block;
  background: var(--white);
}
</style>
