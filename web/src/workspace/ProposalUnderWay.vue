<script setup lang="ts">
import type { ProposalProgress } from '@fieldchalk/core';
import { useSession } from '../stores/session.ts';
import { progressWords } from './progressWords.ts';

/** What a proposal that takes a while is at, and the way to give it up. */
defineProps<{ progress: ProposalProgress }>();
const session = useSession();
</script>

<template>
  <div class="mb-3 border-l-4 border-chalk bg-chalk-soft p-2">
    <p role="status">{{ progressWords(progress) }}</p>
    <div class="mt-1 flex items-center gap-3">
      <div class="h-2 min-w-0 grow bg-rule" aria-hidden="true">
        <div
          class="h-full bg-chalk"
          :style="{ width: `${(100 * progress.done) / Math.max(1, progress.of)}%` }"
        />
      </div>
      <button class="key" type="button" @click="session.stopProposing">Stop</button>
    </div>
  </div>
</template>
