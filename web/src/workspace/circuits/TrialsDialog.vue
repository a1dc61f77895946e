<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { computed, ref, watch } from 'vue';
import { progressWords } from '../progressWords.ts';
import { useSession } from '../../stores/session.ts';
import type { Trial } from '../../worker/answer.ts';

/** Proposals side by side, and beside what is there now, before one of them is taken. */
const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const session = useSession();
const trials = ref<readonly Trial[] | null>(null);
let isWorking = false;
watch(
  () => props.open,
  (open) => {
    if (open) void workOut();
    else if (isWorking) session.stopProposing();
  },
  { immediate: true },
);
/** They are of the plan as it stands: what is changed in another window changes them too. */
watch(
  () => session.plan,
  () => {
    if (props.open && !isWorking) void workOut();
  },
);
async function workOut() {
  trials.value = null;
  isWorking = true;
  const own = await session.trials();
  isWorking = false;
  if (props.open) trials.value = own;
}
const figures = [
  ['circuits', 'New circuits', ''],
  ['cableFeet', 'Cable, box to box and home', 'ft'],
  ['divided', 'Rooms divided', ''],
  ['dark', 'Rooms with two switches of light that one breaker leaves dark', ''],
  ['legs', 'Between the legs', 'VA'],
] as const;
const least = computed(() =>
  Object.fromEntries(
    figures.map(([key]) => [key, Math.min(...(trials.value ?? []).map((t) => t.terms[key]))]),
  ),
);
function take(trial: Trial) {
  session.take(trial);
  emit('close');
}
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="max-h-full w-full max-w-4xl overflow-auto bg-sheet p-6 text-ink">
        <DialogTitle class="text-2xl font-bold">Circuits shared out anew</DialogTitle>
        <p class="text-quiet">
          What is pinned or there already stays. Cables of circuits that change are taken up; lay them again
          with R.
        </p>
        <p v-if="!trials" class="my-6 text-lg" role="status">
          {{ session.proposing ? progressWords(session.proposing) : 'Working them out…' }}
        </p>
        <table v-else class="mt-4 w-full border-collapse text-left">
          <thead>
            <tr class="border-b-2 border-ink align-bottom">
              <td />
              <th class="p-2">As it is</th>
              <th v-for="t in trials" :key="t.name" class="p-2" scope="col">
                {{ t.name }}<span class="block text-sm font-normal text-quiet">{{ t.says }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[key, says, unit] in figures" :key="key" class="border-b border-rule">
              <th class="py-2 font-normal" scope="row">{{ says }}</th>
              <td class="p-2">{{ session.result?.terms[key] }} {{ unit }}</td>
              <td
                v-for="t in trials"
                :key="t.name"
                class="p-2 text-lg"
                :class="{ 'font-bold': t.terms[key] === least[key] }"
              >
                {{ t.terms[key] }} {{ unit }}
              </td>
            </tr>
            <tr>
              <td />
              <td />
              <td v-for="t in trials" :key="t.name" class="p-2">
                <button class="key key-main" type="button" @click="take(t)">Take this</button>
              </td>
            </tr>
          </tbody>
        </table>
        <button class="key mt-4" type="button" @click="emit('close')">Leave it as it is</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
