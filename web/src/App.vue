<script setup lang="ts">
import { RouterView } from 'vue-router';
import TroubleBar from './TroubleBar.vue';
import UpdateBar from './UpdateBar.vue';
import ErrorBoundary from './workspace/ErrorBoundary.vue';
</script>

<template>
  <TroubleBar />
  <ErrorBoundary where="page"><RouterView /></ErrorBoundary>
  <UpdateBar />
</template>
