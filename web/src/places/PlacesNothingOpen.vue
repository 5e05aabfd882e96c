<template>
  <p class="empty"><strong>Open a place</strong> to see its climate and what lies in it, or take stock of it.</p>
</template>
