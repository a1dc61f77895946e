<script setup lang="ts">
import { X } from '@lucide/vue';

/** Takes the thing of its row away. */
defineProps<{ says: string }>();
const emit = defineEmits<{ remove: [] }>();
</script>

<template>
  <button class="key" type="button" :aria-label="says" @click="emit('remove')">
    <X :size="18" aria-hidden="true" />
  </button>
</template>
