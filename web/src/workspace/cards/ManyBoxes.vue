<script setup lang="ts">
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';

/** What can be done with several boxes at once; nothing while only one is chosen. */
defineProps<{ linesUp?: boolean }>();
const selection = useSelection();
const session = useSession();
</script>

<template>
  <div v-if="selection.picked.length > 1" class="mt-2 flex flex-wrap gap-2 bg-chalk-soft p-2">
    <b class="w-full">{{ selection.picked.length }} boxes chosen</b>
    <button
      v-if="linesUp"
      class="key"
      type="button"
      @click="session.edit('alignBoxes', { boxes: selection.picked })"
    >
      Line up by their screws
    </button>
    <button class="key" type="button" @click="session.edit('keepBoxes', { boxes: selection.picked })">
      Pin all
    </button>
    <button
      class="key"
      type="button"
      @click="session.edit('removeBoxes', { boxes: selection.picked }) && selection.choose(null)"
    >
      Delete all
    </button>
  </div>
</template>
