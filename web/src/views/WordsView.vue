<script setup lang="ts">
import { computed, ref } from 'vue';
import { meaningsOf } from '../words/glossary.ts';

/** What words mean here: one word for one thing everywhere. */
const typed = ref('');
const found = computed(() => meaningsOf(typed.value));
</script>

<template>
  <section class="mx-auto max-w-3xl p-4">
    <h2 class="text-2xl font-bold">What words mean here</h2>
    <label class="mt-2 block text-sm text-quiet" for="word">Find a word</label>
    <input id="word" v-model="typed" class="field" type="search" />
    <dl class="mt-3">
      <div
        v-for="m in found"
        :key="m.word"
        class="grid grid-cols-[9rem_1fr] gap-3 border-b border-rule py-1.5 max-md:grid-cols-1 max-md:gap-0"
      >
        <dt class="font-bold">{{ m.word }}</dt>
        <dd>{{ m.means }}</dd>
      </div>
    </dl>
    <p v-if="found.length === 0" class="my-3 text-quiet">None of these words says “{{ typed }}”.</p>
  </section>
</template>
