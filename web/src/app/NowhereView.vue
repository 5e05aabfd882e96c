<template>
  <section class="empty">
    <h1>There is nothing at this address</h1>
    <p>
      The lot, member or test may have been taken back. Look for it with <kbd>/</kbd>, or go to <RouterLink to="/today">Today</RouterLink>.
    </p>
  </section>
</template>
