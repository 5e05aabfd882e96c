<template>
  <article class="sheet scrolls" tabindex="-1"><slot /></article>
</template>

<style scoped>
/* A sheet beside the plan. */
.sheet {
  height: 100%;
  padding: 18px 22px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.sheet :deep(h2) {
  font-size: 17px;
}
.sheet :deep(strong) {
  font-weight: 600;
}
</style>
