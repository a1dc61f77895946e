<script setup lang="ts">
import { computed, defineAsyncComponent, watch } from 'vue';
import { RouterView, useRoute, useRouter } from 'vue-router';
import { whenSignedOut } from './session/api.ts';
import { useWho } from './stores/who.ts';
import TroubleBar from './TroubleBar.vue';
import UpdateBar from './UpdateBar.vue';
import ErrorBoundary from './workspace/ErrorBoundary.vue';

/** It has the session of a job, which the first screen has not. */
const SignedOut = defineAsyncComponent(() => import('./people/SignedOut.vue'));
const who = useWho();
const route = useRoute();
/** Pages that ask who one is by themselves, or of nobody. */
const isForAll = computed(() => route.meta['isForAll'] === true);
const isShown = computed(() => isForAll.value || (who.isAsked && !who.isOut));
const enter = () => {
  if (!isForAll.value && (who.isOut || !who.person)) void who.enter();
};
const router = useRouter();
void router.isReady().then(enter);
watch(isForAll, enter);
whenSignedOut(() => {
  if (!isForAll.value && !who.isOut) void who.enter();
});
</script>

<template>
  <TroubleBar />
  <ErrorBoundary where="page">
    <!-- Who was signed out goes on where they were: the page waits, and is not shown. -->
    <div v-if="isForAll || (who.isAsked && (who.person || !who.isOut))" v-show="isShown" class="h-full">
      <RouterView />
    </div>
    <SignedOut v-if="!isForAll && who.isOut" />
  </ErrorBoundary>
  <UpdateBar />
</template>
