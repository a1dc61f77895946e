<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from 'vue';
import { useGesture } from '../stores/gesture.ts';

/** What is asked before it is done: the drawings show what it would come to. Leaving it is the key at hand. */
const props = defineProps<{ says: string }>();
const gesture = useGesture();
const leave = useTemplateRef<HTMLButtonElement>('leave');
watch(
  () => props.says,
  async () => {
    await nextTick();
    leave.value?.focus();
  },
  { immediate: true },
);
</script>

<template>
  <div
    role="alertdialog"
    aria-labelledby="asked-first"
    class="mb-3 border-l-4 border-trouble bg-sheet p-2"
    data-asked
    @keydown.escape.stop="gesture.leave()"
  >
    <p id="asked-first" class="mb-2">
      <b>{{ says }}</b> The drawings show it. Is that meant?
    </p>
    <button ref="leave" class="key mr-2" type="button" @click="gesture.leave()">Leave it as it was</button>
    <button class="key key-main" type="button" @click="gesture.agree()">Do it</button>
  </div>
</template>
