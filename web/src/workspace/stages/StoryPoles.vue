<script setup lang="ts">
import { boxNumber, formatLength, storyPoles } from '@fieldchalk/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../../stores/session.ts';

/** Every distinct mark of the job, to be laid out once on a stick. */
const session = useSession();
const poles = computed(() =>
  session.answered && session.result ? storyPoles(session.answered, session.result.marks) : [],
);
const route = useRoute();
</script>

<template>
  <details v-for="p in poles" :key="p.floorFinish" class="mt-3" data-pole>
    <summary class="cursor-pointer font-bold">
      Story pole, {{ p.marks.length }} marks, for {{ formatLength(p.floorFinish) }} of floor
    </summary>
    <p class="text-sm text-quiet">
      Bottom of box from the subfloor;
      {{ p.levels.map((l) => session.opened.levels[l]?.name || l).join(', ') }}.
    </p>
    <p class="text-sm">
      As a jig: a block cut to the figure stands on the subfloor, and the box is nailed down onto it.
      <RouterLink class="text-chalk underline" :to="`/jobs/${String(route.params['job'])}/pole`"
        >Print it in strips</RouterLink
      >
    </p>
    <div v-for="m in [...p.marks].reverse()" :key="m.bottomFromSubfloor" class="row">
      <b class="text-lg">{{ formatLength(m.bottomFromSubfloor) }}</b>
      <span class="text-right text-sm"
        >{{ m.kinds.map((k) => k.replaceAll('-', ' ')).join(', ') }} · box
        {{ m.boxes.map(boxNumber).join(', ') }}</span
      >
    </div>
  </details>
</template>
