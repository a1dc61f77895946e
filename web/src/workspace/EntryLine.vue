<script setup lang="ts">
import type { EditName } from '@fieldchalk/core';
import { ref } from 'vue';
import { useRouter, useRoute } from 'vue-router';
import { useJob } from '../stores/job.ts';
import { useWalk } from '../stores/walk.ts';
import { readEntry } from './entry.ts';

const job = useJob();
const walk = useWalk();
const router = useRouter();
const route = useRoute();
const text = ref('');
const says = ref('');
const field = ref<HTMLInputElement | null>(null);
defineExpose({ focus: () => field.value?.focus() });

function enter() {
  if (!job.plan) return;
  const order = readEntry(text.value, {
    plan: job.plan,
    room: job.room,
    unrolled: job.unrolled,
    result: job.result,
    turn: walk.turn,
  });
  says.value = '';
  switch (order.kind) {
    case 'problem':
      says.value = order.says;
      return;
    case 'stage':
      void router.push(`/jobs/${String(route.params['job'])}/${order.stage}`);
      break;
    case 'undo':
      job.undo();
      break;
    case 'redo':
      job.redo();
      break;
    case 'edit': {
      const rooms = Object.keys(job.plan.rooms);
      if (!job.edit(order.name as EditName, order.args as never)) {
        says.value = job.problems.map((p) => `${p.path}: ${p.message}`).join('; ');
        return;
      }
      if (order.turnNext !== undefined) walk.turn = order.turnNext;
      if (order.name === 'startRoom') {
        const added = Object.keys(job.plan.rooms).find((id) => !rooms.includes(id));
        if (added) job.chooseRoom(added);
        walk.turn = 0;
      }
      break;
    }
    default:
      order satisfies never;
  }
  text.value = '';
}
</script>

<template>
  <form class="relative" @submit.prevent="enter">
    <label class="flex items-center gap-2 rounded-sm bg-sheet px-3 text-ink">
      <span class="font-bold">chalk:</span>
      <input
        ref="field"
        v-model="text"
        data-entry
        class="min-h-10 w-full bg-transparent outline-none"
        autocomplete="off"
        placeholder="a length, an opening, a box, an action"
        :aria-invalid="says !== ''"
        aria-describedby="entry-says"
        @keydown.escape="((text = ''), (says = ''))"
      />
    </label>
    <p
      v-if="says"
      id="entry-says"
      role="alert"
      class="absolute right-0 bottom-full mb-2 max-w-xl rounded-sm border-l-4 border-trouble bg-sheet px-3 py-2 text-ink shadow-lg"
    >
      {{ says }}
    </p>
  </form>
</template>
