<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { ref } from 'vue';
import CheckField from '../../fields/CheckField.vue';
import { useKeys } from '../../stores/keys.ts';
import type { Action } from '../actions.ts';

/** The sheet of keys, from the list that the keyboard reads: what each does, what is typed for the same, and another key for it. */
const props = defineProps<{
  isOpen: boolean;
  actions: readonly Action[];
  drawingKeys: readonly (readonly [string, string])[];
}>();
const emit = defineEmits<{ close: [] }>();
const keys = useKeys();
const asking = ref<string | null>(null);
const says = ref('');
const shown = (key: string) => (/^[A-Z]$/.test(key) ? `Shift ${key}` : key.toUpperCase());
function take(action: Action, event: KeyboardEvent) {
  if (event.key === 'Tab' || event.key === 'Shift') return;
  event.preventDefault();
  event.stopPropagation();
  if (event.key === 'Escape') return stop();
  const done = keys.change(action, event.key, props.actions);
  if (done.ok) stop();
  else says.value = done.says;
}
function stop() {
  asking.value = null;
  says.value = '';
}
function close() {
  stop();
  emit('close');
}
</script>

<template>
  <Dialog :open="isOpen" class="relative z-30" @close="close">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="max-h-full w-full max-w-2xl overflow-y-auto bg-sheet p-6 text-ink">
        <DialogTitle class="text-2xl font-bold">Keys</DialogTitle>
        <CheckField
          class="my-2"
          label="Single keys do what stands beside them; switched off, only this sheet opens by its key"
          :model-value="!keys.isOff"
          @update:model-value="(on) => (keys.isOff = !on)"
        />
        <div
          v-for="a in actions"
          :key="a.id"
          class="grid grid-cols-[6.5rem_1fr_auto] items-baseline gap-3 border-b border-rule py-1"
          :class="{ 'opacity-60': keys.isOff && a.id !== 'sheet' }"
        >
          <button
            type="button"
            class="rounded-sm border border-quiet px-2 text-left font-bold hover:bg-chalk-soft"
            :aria-label="`Key for: ${a.says}. It is ${shown(keys.keyOf(a))}`"
            @click="asking = a.id"
            @keydown="asking === a.id && take(a, $event)"
            @blur="stop"
          >
            {{ asking === a.id ? 'press a key' : shown(keys.keyOf(a)) }}
          </button>
          <span
            >{{ a.says
            }}<span v-if="asking === a.id && says" role="alert" class="block text-sm text-trouble">{{
              says
            }}</span></span
          >
          <span class="text-sm text-quiet">{{ a.typed ? `or type: ${a.typed}` : '' }}</span>
        </div>
        <div v-for="[k, what] in drawingKeys" :key="k" class="row">
          <kbd class="font-bold">{{ k }}</kbd><span class="text-right">{{ what }}</span>
        </div>
        <p class="mt-3 text-sm">
          In the chalk line: 12'6-1/2" right · room Study office · door 32 at 14 wall C · window 4' at 5' ·
          switch 62 wall C · panel 6' wall A away 27' · close · square · spread · propose · undo
        </p>
        <div class="mt-4 flex gap-2">
          <button class="key" type="button" @click="close">Close</button>
          <button v-if="keys.isChanged" class="key" type="button" @click="keys.reset()">
            All keys as they were at first
          </button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
