<template>
  <div class="empty">
    <h2>Who has which seed</h2>
    <p>
      Choose a member to see what was borrowed, what came up, and what is promised back. Seed that comes back is written down from there.
    </p>
    <p>Names and gardens are personal: keep places coarse, and do not pass the list on.</p>
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 12px;
  padding: 30px 26px;
  max-width: 46ch;
}
</style>
