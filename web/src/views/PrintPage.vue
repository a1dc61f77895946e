<script setup lang="ts">
import { Printer } from '@lucide/vue';
import SetAsideList from '../workspace/SetAsideList.vue';
import { useSession } from '../stores/session.ts';

/** A page of the job beside its stages: its title and printing; only what is inside goes on paper. */
defineProps<{ title: string }>();
const session = useSession();
const print = () => window.print();
</script>

<template>
  <section class="mx-auto max-w-6xl p-4 print:max-w-none print:bg-white print:p-0 print:text-black">
    <header class="mb-3 flex flex-wrap items-center gap-4">
      <h2 class="text-2xl font-bold">
        {{ title }} <span class="hidden font-normal print:inline">{{ session.plan?.job.name }}</span>
      </h2>
      <button class="key key-main print:hidden" type="button" @click="print">
        <Printer :size="18" /> Print
      </button>
      <slot name="tools" />
    </header>
    <p v-if="!session.result" class="my-4 text-lg" role="status">Opening…</p>
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
  </section>
</template>
