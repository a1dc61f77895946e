<script setup lang="ts">
import { boxNumber, makeUpWords, type Plan, type Result } from '@fieldchalk/core';
import { computed } from 'vue';
import MakeUpDrawing from './MakeUpDrawing.vue';

/** The make-up of one box: drawn, and step by step in the order of the work. */
const props = defineProps<{
  plan: Plan;
  result: Result;
  box: string;
  /** The steps stand beside the drawing where there is room. */
  isWide?: boolean;
}>();
const makeup = computed(() => props.result.makeup[props.box]);
const words = computed(() => makeup.value && makeUpWords(props.plan, props.box, makeup.value));
const fill = computed(() => props.result.boxes[props.box]);
</script>

<template>
  <article v-if="makeup && words" class="break-inside-avoid" :data-makeup="box">
    <h2 class="text-lg font-bold">
      Box {{ boxNumber(box) }}
      <span class="font-normal text-quiet">cables from the left {{ words.cables }}</span>
    </h2>
    <div :class="{ 'gap-6 @2xl:grid @2xl:grid-cols-[3fr_2fr]': isWide }">
      <MakeUpDrawing
        :plan="plan"
        :result="result"
        :box="box"
        :makeup="makeup"
        :class="{ 'max-h-[calc(100cqh-6rem)] print:max-h-none': isWide }"
      />
      <div>
        <ol class="mt-1 list-decimal pl-6">
          <li v-for="s in words.steps" :key="s.key">{{ s.says }}</li>
        </ol>
        <p v-if="words.caution" class="border-l-4 border-trouble p-2 text-sm">{{ words.caution }}</p>
        <p class="mt-2 text-sm text-quiet">
          {{ fill?.used }} of {{ fill?.volume }} in³ used. Letters: B black, W white, R red, G bare; *
          re-marked as hot. Breaker off and locked, tested dead, before a live box is opened.
        </p>
      </div>
    </div>
  </article>
  <p v-else class="text-quiet">No cable comes into box {{ boxNumber(box) }} yet: lay the runs first.</p>
</template>
