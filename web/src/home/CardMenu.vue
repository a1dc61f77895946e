<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import type { ListedJob } from '@fieldchalk/contracts';

/** What may be done with a job as a whole. */
defineProps<{ job: ListedJob }>();
const emit = defineEmits<{ details: []; copy: []; archive: []; remove: [] }>();
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="key border-transparent px-2" :aria-label="`More for ${job.name}`">⋯</MenuButton>
    <MenuItems class="absolute right-0 z-20 mt-1 w-56 border border-ink bg-sheet py-1">
      <MenuItem
        v-for="[says, tell] in [
          ['Name, address, dates…', () => emit('details')],
          ['Copy', () => emit('copy')],
          [job.isArchived ? 'Take out of the archive' : 'Archive', () => emit('archive')],
          ['Delete (kept 30 days)', () => emit('remove')],
        ] as const"
        :key="says"
        v-slot="{ active }"
        ><button
          type="button"
          class="w-full px-3 py-2 text-left"
          :class="{ 'bg-chalk-soft': active }"
          @click="tell"
        >
          {{ says }}
        </button></MenuItem
      >
    </MenuItems>
  </Menu>
</template>
