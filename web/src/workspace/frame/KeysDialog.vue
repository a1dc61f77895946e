<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';

/** The sheet of keys, from the list that the keyboard reads. */
defineProps<{ isOpen: boolean; sheet: readonly (readonly [string, string])[] }>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <Dialog :open="isOpen" class="relative z-30" @close="emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="max-h-full w-full max-w-md overflow-y-auto bg-sheet p-6 text-ink">
        <DialogTitle class="text-2xl font-bold">Keys</DialogTitle>
        <div v-for="[k, says] in sheet" :key="k" class="row">
          <kbd class="font-bold">{{ k }}</kbd><span>{{ says }}</span>
        </div>
        <p class="mt-3 text-sm">
          In the chalk line: 12'6-1/2" right · room Study office · door 32 at 14 wall C · window 4' at 5' ·
          switch 62 wall C · panel 6' wall A away 27' · close · square · spread · propose · undo
        </p>
        <button class="key mt-4" type="button" @click="emit('close')">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
