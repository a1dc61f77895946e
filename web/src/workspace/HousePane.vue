<script setup lang="ts">
import { Box, Map as MapIcon } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { defineAsyncComponent, ref } from 'vue';
import ErrorBoundary from './ErrorBoundary.vue';
import { isInDialog, isTyping } from './keys.ts';
import PlanPane from './plan/PlanPane.vue';

/** The house: as a plan, or seen through in three dimensions, which is loaded when it is first asked for. */
const SeeThrough = defineAsyncComponent(() => import('./seethrough/SeeThrough.vue'));
const isThrough = ref(false);
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== 'v' || event.ctrlKey || event.metaKey || isInDialog() || isTyping(event.target)) return;
  isThrough.value = !isThrough.value;
});
</script>

<template>
  <div class="relative h-full min-h-0">
    <PlanPane v-show="!isThrough" class="h-full" />
    <ErrorBoundary v-if="isThrough" where="see-through view"><SeeThrough /></ErrorBoundary>
    <button
      type="button"
      class="key absolute top-2 right-2"
      :aria-pressed="isThrough"
      :aria-label="isThrough ? 'Back to the plan' : 'See through the house'"
      @click="isThrough = !isThrough"
    >
      <component :is="isThrough ? MapIcon : Box" :size="18" /> {{ isThrough ? 'Plan' : '3-D' }}
    </button>
  </div>
</template>
