<script setup lang="ts">
import { formatLength, hasWay, namesOf } from '@fieldchalk/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';

const session = useSession();
const route = useRoute();
const job = computed(() => String(route.params['job']));
const names = computed(() => namesOf(session.opened));
const selection = useSelection();
const runs = computed(() => Object.entries(session.result?.runs ?? {}));
</script>

<template>
  <div>
    <button
      class="key key-main w-full justify-center"
      type="button"
      @click="session.edit('propose', { only: ['runs'] })"
    >
      Lay the runs <kbd class="text-sm opacity-80">R</kbd>
    </button>
    <div class="mt-2 grid grid-cols-2 gap-2">
      <button
        class="key justify-center"
        type="button"
        :disabled="runs.length === 0"
        @click="session.edit('propose', { only: ['runs'], anew: true })"
      >
        Lay all again
      </button>
      <button
        class="key justify-center"
        type="button"
        :disabled="runs.length === 0"
        @click="session.edit('clearRuns', {})"
      >
        Take them up
      </button>
    </div>
    <div v-if="runs.length > 0" class="mt-2 grid grid-cols-2 gap-2">
      <RouterLink class="key justify-center" :to="`/jobs/${job}/cuts`">Cut list</RouterLink>
      <RouterLink class="key justify-center" :to="`/jobs/${job}/drilling`">Drilling list</RouterLink>
    </div>
    <button
      v-for="[id, r] in runs"
      :key="id"
      type="button"
      class="row w-full text-left hover:bg-chalk-soft"
      :class="{ 'bg-chalk-soft': selection.chosen?.id === id }"
      :data-run="id"
      @click="selection.showRun(session.nowOf(id))"
    >
      <span
        >{{ names.end(session.opened.runs[id]?.from ?? null) }} →
        {{ names.end(session.opened.runs[id]?.to ?? null) }} · {{ r.cable }} · {{ r.way ?? 'no way' }}</span
      ><b v-if="hasWay(r)">cut {{ formatLength(r.length.told) }}</b
      ><b v-else class="text-trouble">no cut</b>
    </button>
    <p class="mt-3 text-sm text-quiet">
      Eye protection for drilling. No holes in engineered trusses or beams without their maker’s or an
      engineer’s word.
    </p>
  </div>
</template>
