<script setup lang="ts">
import { onErrorCaptured, ref } from 'vue';
import { useTrouble } from '../stores/trouble.ts';

/** Keeps a fault in one part of the screen from taking the rest with it: says what happened, keeps the work, and draws the part anew. */
const props = defineProps<{ where: string }>();
const trouble = useTrouble();
const message = ref<string | null>(null);
const drawn = ref(0);
onErrorCaptured((error) => {
  message.value = error.message;
  trouble.report(error, props.where);
  return false;
});
function again() {
  message.value = null;
  trouble.clear();
  drawn.value++;
}
</script>

<template>
  <div v-if="message !== null" class="h-full overflow-auto bg-sheet p-4" role="alert" data-boundary>
    <p class="text-lg font-bold">The {{ where }} cannot be drawn</p>
    <p class="my-2">{{ message }}</p>
    <p class="my-2 text-quiet">Your work is kept. What happened has been written to the log.</p>
    <button class="key key-main" type="button" @click="again">Draw it again</button>
  </div>
  <slot v-else :key="drawn" />
</template>
