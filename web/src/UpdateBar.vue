<script setup lang="ts">
import { useRegisterSW } from 'virtual:pwa-register/vue';

/** A newer Field Chalk is there: taken when the person says so, never under their hands. */
const { needRefresh, updateServiceWorker } = useRegisterSW();
const take = () => void updateServiceWorker(true);
const later = () => void (needRefresh.value = false);
</script>

<template>
  <div
    v-if="needRefresh"
    class="fixed bottom-14 left-2 z-30 flex items-center gap-3 border-l-4 border-chalk bg-sheet px-3 py-2 text-ink shadow-lg"
    role="status"
  >
    <span>A newer Field Chalk is ready.</span>
    <button class="key key-main" type="button" @click="take">Take it now</button>
    <button class="key" type="button" @click="later">Later</button>
  </div>
</template>
