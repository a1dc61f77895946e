<script setup lang="ts">
import { computed } from 'vue';
import { useSession } from '../stores/session.ts';

/** What is told of the job: what others did, what could not be done and why, what is wrong with what was typed. */
const session = useSession();
const hasNews = computed(
  () => session.said.length > 0 || session.notice !== '' || session.problems.length > 0,
);
</script>

<template>
  <div v-if="hasNews" class="flex flex-col gap-1 bg-sheet px-4 py-1">
    <div
      v-if="session.said.length > 0"
      role="alert"
      class="flex items-start gap-2 border-l-4 border-chalk bg-chalk-soft p-2"
    >
      <div class="flex-1">
        <p v-for="(words, i) in session.said" :key="i">{{ words }}</p>
      </div>
      <button class="key" type="button" @click="session.read()">Read</button>
    </div>
    <div
      v-if="session.notice"
      role="alert"
      class="flex items-start gap-2 border-l-4 border-chalk bg-chalk-soft p-2"
    >
      <p class="flex-1">{{ session.notice }}</p>
      <button
        v-if="session.isInPassing"
        class="key"
        type="button"
        aria-label="Put this message away"
        @click="session.dismiss()"
      >
        ✕
      </button>
    </div>
    <div
      v-if="session.problems.length > 0"
      role="alert"
      class="flex items-start gap-2 border-l-4 border-trouble p-2"
    >
      <div class="flex-1">
        <p v-for="p in session.problems" :key="p.about + p.says">
          <b>{{ p.about }}</b> {{ p.says }}
        </p>
      </div>
      <button class="key" type="button" aria-label="Put this message away" @click="session.dismiss()">
        ✕
      </button>
    </div>
  </div>
</template>
