<script setup lang="ts">
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import NothingThere from '../NothingThere.vue';

/** Hours by stage of the work, from the company’s own minutes. */
const session = useSession();
const stages = computed(() => session.result?.hours.stages ?? []);
const total = computed(() => stages.value.reduce((sum, s) => sum + s.hours, 0));
</script>

<template>
  <section aria-label="Hours">
    <NothingThere v-if="total === 0">There is no work yet.</NothingThere>
    <template v-else>
      <div v-for="s in stages" :key="s.stage" class="row">
        <span>{{ s.stage }}</span><b>{{ s.hours }}</b>
      </div>
      <div class="row border-t-2 border-ink">
        <span>together</span><b>{{ Math.round(total * 100) / 100 }}</b>
      </div>
    </template>
  </section>
</template>
