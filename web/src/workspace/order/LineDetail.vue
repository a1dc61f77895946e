<script setup lang="ts">
import type { TakeoffLine } from '@fieldchalk/core';
import PriceFields from './PriceFields.vue';

/** A line of the list opened: why it is there, and what it costs, which can be set. */
defineProps<{ line: TakeoffLine }>();
</script>

<template>
  <div class="pb-2 text-sm">
    <p>{{ line.why }}</p>
    <PriceFields v-if="!line.item.startsWith('tail-')" class="mt-1" :line="line" />
  </div>
</template>
