<script setup lang="ts">
import { formatLength, type Layer, type Side, wallSegment } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import CheckField from '../../fields/CheckField.vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { bareFaces, layersOn, outsideBuildUps } from './outsideLayers.ts';

/** What goes over the framing outside: asked once for a wall, at its first box out there, as the box stands on it. */
const props = defineProps<{ wall: string; side: Side; at: number }>();
const session = useSession();
const selection = useSelection();
const all = ref(true);
const isAsked = computed(() => {
  const wall = session.opened.walls[props.wall];
  return (
    wall?.exterior === true &&
    wall.layers[props.side].length === 0 &&
    selection.roomSeeing(props) === undefined
  );
});
const middleOf = (wall: string) => (wallSegment(session.opened, wall)?.span ?? 0) / 2;
const others = computed(() =>
  bareFaces(
    session.opened,
    (wall, side) =>
      wall !== props.wall && selection.roomSeeing({ wall, side, at: middleOf(wall) }) !== undefined,
  ),
);
const thickness = (layers: readonly Layer[]) => formatLength(layers.reduce((sum, l) => sum + l.thickness, 0));
function take(layers: readonly Layer[]) {
  const own = { left: [], right: [], [props.side]: [props.wall] };
  const rest = { ...others.value, [props.side]: [...new Set([...others.value[props.side], props.wall])] };
  session.editAll('build-up outside', layersOn(all.value ? rest : own, layers));
}
</script>

<template>
  <fieldset v-if="isAsked" class="my-2 border-l-4 border-chalk bg-chalk-soft p-2" data-outside>
    <legend class="sr-only">What goes over the framing outside</legend>
    <p class="font-bold">What goes over the framing outside on this wall?</p>
    <p class="text-sm text-quiet">How deep the box sits and what packs it hang on it.</p>
    <div class="my-1 flex flex-wrap gap-2">
      <button v-for="b in outsideBuildUps" :key="b.says" class="key" type="button" @click="take(b.layers)">
        {{ b.says }}, {{ thickness(b.layers) }}
      </button>
      <button class="key" type="button" @click="selection.choose({ kind: 'wall', id: wall })">
        something else…
      </button>
    </div>
    <CheckField v-model="all" label="the same on every outside wall of which nothing is said" />
  </fieldset>
</template>
