<script setup lang="ts">
import { drillLine, entryOf, namesOf, placeOnWall, ruleBook, sentence } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import LengthField from '../../fields/LengthField.vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { atFromLeft } from './onWall.ts';

/** Places a cable is told to go through: pointed at on the plan or the unrolled room, or typed. */
const props = defineProps<{ run: string }>();
const session = useSession();
const selection = useSelection();
const names = computed(() => namesOf(session.opened));
const places = computed(() => entryOf(session.opened.runs, props.run).through);
const isPointing = computed(() => selection.threading === props.run);
const wall = ref<string | null>(null);
const along = ref<number | null>(null);
const up = ref<number | null>(null);
/** Walls of the room in hand, measured like all else in it: from the left corner. */
const walls = computed(() =>
  (session.unrolled?.walls ?? []).map((w) => ({ value: w.letter, says: `Wall ${w.letter}` })),
);
function add() {
  const own = session.unrolled?.walls.find((w) => w.letter === wall.value);
  if (!own || along.value === null) return;
  const height = up.value ?? drillLine({ rules: ruleBook(session.opened.rules.values) });
  const place = placeOnWall(session.opened, { wall: own.wall, at: atFromLeft(own, along.value) }, height);
  session.edit('goThrough', { run: props.run, place });
}
</script>

<template>
  <details class="my-2" data-through>
    <summary class="row cursor-pointer">
      <span>Goes through</span
      ><b>{{
        places.length === 0 ? 'its own way' : `${places.length} ${places.length === 1 ? 'place' : 'places'}`
      }}</b>
    </summary>
    <ol>
      <li
        v-for="(place, i) in places"
        :key="`${i} ${place.x} ${place.y} ${place.z}`"
        class="row items-center gap-2"
      >
        <span>{{ i + 1 }}. {{ sentence(names.place(place)) }}</span>
        <button
          type="button"
          class="key"
          :aria-label="`No longer through place ${i + 1}`"
          @click="session.edit('leaveThrough', { run, stop: i })"
        >
          ✕
        </button>
      </li>
    </ol>
    <button
      type="button"
      class="key w-full justify-center"
      :class="{ 'key-main': isPointing }"
      :aria-pressed="isPointing"
      @click="selection.threadWith(isPointing ? null : run)"
    >
      {{ isPointing ? 'Press where it goes, on plan or wall; Escape ends' : 'Point to where it goes' }}
    </button>
    <fieldset class="mt-2">
      <legend class="text-sm text-quiet">
        Or type a place in a wall; with no height, at the line of holes
      </legend>
      <ChoiceField v-model="wall" label="Wall of the room in hand" :options="walls" />
      <div class="grid grid-cols-2 gap-2">
        <LengthField v-model="along" label="From its left corner" />
        <LengthField v-model="up" label="Above the subfloor" />
      </div>
      <button
        type="button"
        class="key mt-1 w-full justify-center"
        :disabled="wall === null || along === null"
        @click="add"
      >
        Go through it
      </button>
    </fieldset>
  </details>
</template>
