<script setup lang="ts">
import { computed } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { boxMadeUp } from '../frame/inHand.ts';
import MakeUpSheet from '../circuits/MakeUpSheet.vue';
import NothingThere from '../NothingThere.vue';

/** The box in hand as it is made up. */
const session = useSession();
const selection = useSelection();
const box = computed(() => boxMadeUp(session, selection));
</script>

<template>
  <section
    class="bg-sheet p-4 [container-type:size] print:[container-type:normal]"
    aria-label="The box in hand, made up"
    tabindex="0"
  >
    <MakeUpSheet
      v-if="box && session.result && session.answered"
      :plan="session.answered"
      :result="session.result"
      :box="box"
      is-wide
    />
    <NothingThere v-else class="text-lg"
      >A box is drawn here, made up, once cable comes into it.</NothingThere
    >
  </section>
</template>
