<script setup lang="ts">
import TextField from '../fields/TextField.vue';
import { formatLength, parseLength } from '@fieldchalk/core';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../session/api.ts';

/** A stand-in for a laser meter: it sends lengths to the job's windows over the interface a real one would use. */
const job = String(useRoute().params['job']);
const text = ref('');
const says = ref('');
const sent = ref<string[]>([]);
async function send(metres: number) {
  says.value = '';
  try {
    await call('POST', `/jobs/${job}/measurements`, { metres, device: 'stand-in' });
    sent.value = [`${metres.toFixed(3)} m · ${formatLength((metres * 1000) / 25.4)}`, ...sent.value].slice(
      0,
      8,
    );
  } catch (error) {
    says.value = (error as Error).message;
  }
}
function measure() {
  const read = parseLength(text.value);
  if (!read.ok) return void (says.value = read.problem);
  text.value = '';
  return send((read.inches * 25.4) / 1000);
}
const somewhere = () => send(Math.round(1200 + Math.random() * 5000) / 1000);
</script>

<template>
  <main class="mx-auto max-w-md p-4">
    <h1 class="text-2xl font-bold">Laser meter (stand-in)</h1>
    <p class="mb-3 text-quiet">
      Sends to the field in focus in every open window of the job. A real meter posts the same message:
      docs/laser-meter.md.
    </p>
    <form class="grid gap-3" @submit.prevent="measure">
      <TextField v-model="text" label="What it should read" />
      <button class="key key-main min-h-14! justify-center text-xl" type="submit">Measure</button>
      <button class="key min-h-14! justify-center text-lg" type="button" @click="somewhere">
        Point it anywhere
      </button>
    </form>
    <p v-if="says" role="alert" class="mt-3 border-l-4 border-trouble bg-sheet p-3">{{ says }}</p>
    <p v-for="(s, i) in sent" :key="i" class="row">{{ s }}</p>
  </main>
</template>
