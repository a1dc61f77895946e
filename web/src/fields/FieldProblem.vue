<script setup lang="ts">
import { onMounted, useTemplateRef } from 'vue';

/** What is wrong with what was typed, under its field. A small pane scrolls to it, so that it is seen where the field itself was the last line in view. */
defineProps<{ says: string }>();
const line = useTemplateRef('line');
onMounted(() => line.value?.scrollIntoView({ block: 'nearest' }));
</script>

<template>
  <p ref="line" class="mt-1 text-sm text-trouble" role="alert">{{ says }}</p>
</template>
