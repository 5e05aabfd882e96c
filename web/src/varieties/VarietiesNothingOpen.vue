<template>
  <p class="empty"><strong>Open a variety</strong> to see its names, its lots, and what each supplier’s envelope says of it.</p>
</template>
