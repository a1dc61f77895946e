<script setup lang="ts">
import { Printer, Redo2, Undo2 } from '@lucide/vue';
import { useRoute } from 'vue-router';
import SetAsideList from '../workspace/SetAsideList.vue';
import { savingWords } from '../stores/savingWords.ts';
import { useSession } from '../stores/session.ts';

/** A page beside the workspace: its title, the way back and printing; only what is inside goes on paper. */
defineProps<{ title: string; back: string; editable?: boolean }>();
const session = useSession();
const route = useRoute();
const print = () => window.print();
</script>

<template>
  <main class="mx-auto max-w-6xl p-4 print:max-w-none print:bg-white print:p-0 print:text-black">
    <header class="mb-3 flex flex-wrap items-center gap-4">
      <RouterLink class="key print:hidden" :to="`/jobs/${String(route.params['job'])}/${back}`"
        >Back to the job</RouterLink
      >
      <h1 class="text-2xl font-bold">
        {{ title }} <span class="font-normal text-quiet">{{ session.plan?.job.name }}</span>
      </h1>
      <button class="key key-main print:hidden" type="button" @click="print">
        <Printer :size="18" /> Print
      </button>
      <slot name="tools" />
      <span v-if="editable" class="ml-auto flex gap-1 print:hidden">
        <button
          class="key"
          type="button"
          aria-label="Undo"
          :disabled="!session.history.undo"
          @click="session.undo()"
        >
          <Undo2 :size="20" />
        </button>
        <button
          class="key"
          type="button"
          aria-label="Redo"
          :disabled="!session.history.redo"
          @click="session.redo()"
        >
          <Redo2 :size="20" />
        </button>
        <span class="self-center text-sm text-quiet" role="status">{{ savingWords[session.saving] }}</span>
      </span>
    </header>
    <p v-if="session.failure" class="my-4 text-trouble">{{ session.failure }}</p>
    <p v-else-if="!session.result" class="my-4 text-lg" role="status">Opening…</p>
    <SetAsideList class="print:hidden" />
    <div
      v-if="session.problems.length > 0"
      role="alert"
      class="my-3 border-l-4 border-trouble p-2 print:hidden"
    >
      <p v-for="p in session.problems" :key="p.about + p.says">
        <b>{{ p.about }}</b> {{ p.says }}
      </p>
    </div>
    <slot v-if="session.plan" />
  </main>
</template>
