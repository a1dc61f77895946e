<script setup lang="ts">
import { Camera, Maximize } from '@lucide/vue';
import { useResizeObserver } from '@vueuse/core';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { followRenames } from '../../stores/followRenames.ts';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { circuitsInOrder } from '../circuits/look.ts';
import { roomChoices } from '../names.ts';
import { SeeThroughScene, type Pointed } from './scene.ts';
import { solidsOf } from './solids.ts';

/** The house seen through: framing, boxes and cable in three dimensions, turned by the pointer and by the arrow keys. */
const session = useSession();
const selection = useSelection();
const canvas = ref<HTMLCanvasElement | null>(null);
const scene = shallowRef<SeeThroughScene | null>(null);
const failure = ref('');
const room = ref('');
const circuit = ref('');
followRenames(room, circuit);
const says = ref('');
const rooms = computed(() => roomChoices(session.opened, 'whole house'));
const circuits = computed(() => [
  { value: '', says: 'all circuits' },
  ...circuitsInOrder(session.opened).map((value) => ({
    value,
    says: session.opened.circuits[value]?.name || value,
  })),
]);
const shown = computed(() =>
  session.answered && session.result
    ? solidsOf(session.answered, session.result, { room: room.value || null, circuit: circuit.value || null })
    : null,
);
const chosen = computed((): Pointed | null => {
  const now = selection.chosen;
  const kinds: readonly string[] = ['wall', 'box', 'panel', 'obstacle', 'run'];
  return now && kinds.includes(now.kind) ? (now as Pointed) : null;
});

function look() {
  const at = scene.value?.heading();
  if (at) says.value = `Seen from ${at.degrees}° round, ${at.down}° down`;
}
onMounted(() => {
  const { value: on } = canvas;
  if (!on) return;
  const colour = (name: string) => getComputedStyle(on).getPropertyValue(`--${name}`).trim();
  try {
    scene.value = new SeeThroughScene(on, {
      wood: colour('wood-edge'),
      ink: colour('ink'),
      chalk: colour('chalk'),
      quiet: colour('quiet'),
      sheet: colour('ground'),
    });
  } catch {
    failure.value =
      'This browser draws nothing in three dimensions here. The plan and the walls show the same.';
  }
});
onBeforeUnmount(() => scene.value?.dispose());
watch(
  [scene, shown],
  ([on, what]) => {
    if (!on || !what) return;
    on.show(what);
    on.choose(chosen.value);
    look();
  },
  { flush: 'post' },
);
watch(chosen, (now) => scene.value?.choose(now));
useResizeObserver(canvas, ([entry]) => {
  const { width = 1, height = 1 } = entry?.contentRect ?? {};
  scene.value?.resize(width, height, window.devicePixelRatio);
});

let pressed = { x: 0, y: 0 };
function press(event: PointerEvent) {
  pressed = { x: event.clientX, y: event.clientY };
}
/** A press that was not a turn chooses what it points at. */
function release(event: PointerEvent) {
  look();
  if (!canvas.value || Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > 4) return;
  const { left, top, width, height } = canvas.value.getBoundingClientRect();
  const at = scene.value?.pointedAt(
    ((event.clientX - left) / width) * 2 - 1,
    1 - ((event.clientY - top) / height) * 2,
  );
  selection.choose(at ?? null);
}
const turns: Readonly<Record<string, readonly [aside: number, over: number, nearer: number]>> = {
  ArrowLeft: [-1, 0, 0],
  ArrowRight: [1, 0, 0],
  ArrowUp: [0, -1, 0],
  ArrowDown: [0, 1, 0],
  '+': [0, 0, 1],
  '=': [0, 0, 1],
  '-': [0, 0, -1],
};
function turn(event: KeyboardEvent) {
  const by = turns[event.key];
  if (!by && event.key !== 'Home') return;
  event.preventDefault();
  event.stopPropagation();
  if (by) scene.value?.turn(...by);
  else scene.value?.frame();
  look();
}
function keepPicture() {
  const made = scene.value?.picture();
  if (!made) return;
  const link = document.createElement('a');
  link.href = made;
  link.download = `${session.opened.job.name || 'job'} see-through.png`;
  link.click();
}
</script>

<template>
  <div class="relative h-full w-full overflow-hidden bg-ground">
    <canvas
      ref="canvas"
      class="h-full w-full touch-none focus-visible:outline-3 focus-visible:-outline-offset-3 focus-visible:outline-chalk"
      tabindex="0"
      role="img"
      :aria-label="`The house seen through. ${says}. Arrows turn it, plus and minus bring it nearer, Home shows all of it.`"
      data-see-through
      @pointerdown="press"
      @pointerup="release"
      @keydown="turn"
    ></canvas>
    <p v-if="failure" role="alert" class="absolute inset-x-8 top-24 text-lg">{{ failure }}</p>
    <div class="absolute inset-x-2 bottom-2 flex items-end gap-2">
      <ChoiceField v-model="room" class="max-w-44 flex-1" label="Room" hide-label :options="rooms" />
      <ChoiceField v-model="circuit" class="max-w-52 flex-1" label="Circuit" hide-label :options="circuits" />
      <button type="button" class="key ml-auto" aria-label="Keep this picture" @click="keepPicture">
        <Camera :size="20" />
      </button>
      <button type="button" class="key" aria-label="Show all of it" @click="scene?.frame()">
        <Maximize :size="20" />
      </button>
    </div>
  </div>
</template>
