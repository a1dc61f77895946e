<script setup lang="ts">
import { compareIds } from '@fieldchalk/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import MakeUpSheet from '../workspace/circuits/MakeUpSheet.vue';
import NothingThere from '../workspace/NothingThere.vue';
import PrintPage from './PrintPage.vue';
import { useSession } from '../stores/session.ts';

/** Make-up sheets to print: one box, or every box of the job that cable comes into. */
const session = useSession();
const route = useRoute();
const boxes = computed(() => {
  const asked = String(route.params['box'] ?? '');
  const all = Object.keys(session.result?.makeup ?? {}).sort(compareIds);
  return asked === '' ? all : [asked];
});
</script>

<template>
  <PrintPage title="Make-up sheets">
    <NothingThere v-if="boxes.length === 0" class="text-lg">
      No cable comes into any box yet. Assign circuits and lay the runs first.
    </NothingThere>
    <div
      v-if="session.answered && session.result"
      class="grid gap-8"
      :class="boxes.length > 1 ? 'md:grid-cols-2 print:grid-cols-2' : ''"
    >
      <MakeUpSheet v-for="b in boxes" :key="b" :plan="session.answered" :result="session.result" :box="b" />
    </div>
  </PrintPage>
</template>
