<script setup lang="ts">
import type { Plan, Result } from '@fieldchalk/core';
import { defineAsyncComponent, ref } from 'vue';
import { taskHeadings, type Task } from './tasks.ts';

const MakeUpSheet = defineAsyncComponent(() => import('../workspace/circuits/MakeUpSheet.vue'));
/** What there is to do on the wall in front of one, to tick off; the make-up of a box opens under its tick. */
defineProps<{
  plan: Plan;
  result: Result | null;
  tasks: readonly Task[];
  isDone: (task: Task) => boolean;
  /** How it was when it was ticked, where it is otherwise now. */
  changed: (task: Task) => string | null;
  /** A guest looks and ticks nothing. */
  mayTick: boolean;
}>();
const emit = defineEmits<{ tick: [task: Task] }>();
/** The box whose make-up is open. */
const opened = ref<string | null>(null);
</script>

<template>
  <section v-for="(label, kind) in taskHeadings" :key="kind" class="px-3">
    <template v-if="tasks.some((t) => t.kind === kind)">
      <h2 class="mt-4 mb-1 text-xl font-bold">{{ label }}</h2>
      <button
        v-for="t in tasks.filter((x) => x.kind === kind)"
        :key="t.about"
        type="button"
        class="mb-2 flex min-h-14 w-full items-center gap-3 rounded-sm border-2 border-ink bg-sheet px-3 py-2 text-left"
        :aria-pressed="isDone(t)"
        :disabled="!mayTick"
        :data-task="`${t.kind} ${t.about}`"
        @click="emit('tick', t)"
      >
        <span
          class="grid h-9 w-9 shrink-0 place-items-center border-2 border-ink text-2xl font-bold"
          :class="{ 'bg-good text-black': isDone(t) && !changed(t) }"
          aria-hidden="true"
          >{{ isDone(t) ? (changed(t) ? '!' : '✓') : '' }}</span
        >
        <span class="min-w-0"
          ><b class="block text-xl">{{ t.big }}</b
          ><span class="text-quiet">{{ t.small }}</span
          ><span v-if="changed(t)" class="block font-bold text-trouble"
            >Changed since it was ticked: it was {{ changed(t) }}.</span
          ></span
        >
      </button>
    </template>
    <div v-for="t in kind === 'makeup' ? tasks.filter((x) => x.kind === kind) : []" :key="`m${t.about}`">
      <button
        class="key mb-2 min-h-14 w-full justify-between text-lg"
        type="button"
        :aria-expanded="opened === t.about"
        :data-open-makeup="t.about"
        @click="opened = opened === t.about ? null : t.about"
      >
        How {{ t.name }} is made up
        <span aria-hidden="true">{{ opened === t.about ? '▴' : '▾' }}</span>
      </button>
      <MakeUpSheet
        v-if="result && opened === t.about"
        class="mb-4"
        :plan="plan"
        :result="result"
        :box="t.about"
      />
    </div>
  </section>
</template>
