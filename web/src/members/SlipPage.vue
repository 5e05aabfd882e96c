<script setup lang="ts">
import type { LoanSlip } from '@esprel/core/api';
import Button from 'primevue/button';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

/** A slip as it is printed: what it is, how to sow it there, how to save it, and by when it is promised. */
defineProps<{ slip: LoanSlip }>();
const session = useSession();
const format = useFormat();
const print = (): void => {
  window.print();
};
</script>

<template>
  <article class="slip scrolls" tabindex="-1">
    <header>
      <h1>{{ slip.member }}</h1>
      <p class="quiet">
        {{ session.settings?.libraryName }}<template v-if="slip.lentOn">, {{ format.longDay(slip.lentOn) }}</template>
      </p>
      <p class="row-of-buttons noprint">
        <Button label="Print the slip" @click="print" />
        <slot name="more" />
      </p>
    </header>
    <slot />
    <p v-if="slip.lots.length === 0">Nothing is in hand.</p>
    <p v-else class="quiet small">Days for sowing are those of {{ slip.garden ?? 'the library’s own garden' }}.</p>
    <ul class="plain">
      <li v-for="lot in slip.lots" :key="lot.loanId">
        <h2>
          {{ lot.variety }} <span class="code">{{ lot.code }}</span>
        </h2>
        <p v-for="c in lot.cautions" :key="c" class="caution">{{ c }}</p>
        <p v-for="line in lot.lines" :key="line">{{ line }}</p>
      </li>
    </ul>
  </article>
</template>

<style scoped>
.slip {
  height: 100%;
  max-width: 760px;
  padding: 24px 28px 32px;
  background: var(--sheet);
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: grid;
  gap: 4px;
}
li {
  padding: 12px 0;
  border-top: 1px solid var(--rule);
  break-inside: avoid;
}
h2 {
  font-size: 18px;
}
h2 .code {
  font-size: 15px;
  margin-left: 6px;
}
.caution {
  color: var(--act-deep);
  font-weight: 600;
}
@media print {
  .slip {
    height: auto;
    max-width: none;
    padding: 0;
    overflow: visible;
  }
}
</style>
