<script setup lang="ts">
import { todayApi } from '@esprel/core/api';
import { useAccess } from '../base/access.ts';
import { fileAddress } from '../base/calls.ts';
import NothingOpen from '../base/NothingOpen.vue';
import Button from 'primevue/button';
import { useRouter } from 'vue-router';
import { useTable } from '../base/table.ts';

const router = useRouter();
const table = useTable();
const access = useAccess();
</script>

<template>
  <NothingOpen title="When to sow what">
    <p>
      Each lane is one planned sowing: its window by the last frost, the day it is sown, when it comes up, is hardened and planted out. Drag
      a lane to another week to see what moves and what it risks; open one to see why its window is where it is.
    </p>
    <p>To plan, pull lots onto the table and plan them all at once, or open a lot and press When to sow.</p>
    <p class="row-of-buttons">
      <Button v-if="table.count > 0" :label="`Plan the ${table.count} on the table`" @click="router.push('/sowing/plan')" />
      <Button severity="secondary" label="Find a lot" @click="router.push('/lots')" />
    </p>
    <p>
      <a :href="fileAddress(todayApi.calendar, {})" download="esprel.ics">The calendar as a file</a>, for any calendar program.
      <template v-if="access.open">On this computer the same address can be followed as a feed.</template>
      <template v-else>To follow it, make an address of your own on <RouterLink to="/account">your page</RouterLink>.</template>
    </p>
  </NothingOpen>
</template>
