<script setup lang="ts">
import { compareIds } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import MakeUpSheet from '../circuits/MakeUpSheet.vue';

/** The box in hand as it is made up: the one chosen, else the first of the room that cable comes into. */
const session = useSession();
const selection = useSelection();
const box = computed(() => {
  const made = session.result?.makeup ?? {};
  if (selection.chosen?.kind === 'box') return session.drawnId(selection.chosen.id);
  const own = selection.boxesInHand().filter((b) => b in made);
  return own.sort(compareIds)[0] ?? Object.keys(made).sort(compareIds)[0] ?? null;
});
</script>

<template>
  <section class="bg-sheet p-4" aria-label="The box in hand, made up" tabindex="0">
    <MakeUpSheet
      v-if="box && session.result && session.answered"
      :plan="session.answered"
      :result="session.result"
      :box="box"
      is-wide
    />
    <p v-else class="text-lg text-quiet">A box is drawn here, made up, once cable comes into it.</p>
  </section>
</template>
