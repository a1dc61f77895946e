<script setup lang="ts">
import { Box, Map as MapIcon } from '@lucide/vue';
import { defineAsyncComponent } from 'vue';
import { useSession } from '../stores/session.ts';
import { useViews } from '../stores/views.ts';
import ErrorBoundary from './ErrorBoundary.vue';
import PlanPane from './plan/PlanPane.vue';

/** The house: as a plan, or seen through in three dimensions, which is loaded when it is first asked for. */
const SeeThrough = defineAsyncComponent(() => import('./seethrough/SeeThrough.vue'));
const views = useViews();
const session = useSession();
</script>

<template>
  <div class="relative h-full min-h-0">
    <PlanPane v-show="!views.isThrough" class="h-full" />
    <!-- It may be asked for before the job has come. -->
    <ErrorBoundary v-if="views.isThrough && session.plan" where="see-through view"
      ><SeeThrough
    /></ErrorBoundary>
    <button
      type="button"
      class="key absolute top-2 right-2"
      :aria-pressed="views.isThrough"
      :aria-label="views.isThrough ? 'Back to the plan' : 'See through the house'"
      @click="views.seeThrough(!views.isThrough)"
    >
      <component :is="views.isThrough ? MapIcon : Box" :size="18" /> {{ views.isThrough ? 'Plan' : '3-D' }}
    </button>
  </div>
</template>
