<script setup lang="ts">
import { Printer } from '@lucide/vue';
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
    <p v-if="!session.result" class="my-4 text-lg" role="status">This is being worked out…</p>
    <slot />
  </section>
</template>
