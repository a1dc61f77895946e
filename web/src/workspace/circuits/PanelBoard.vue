<script setup lang="ts">
import {
  entryOf,
  legLoads,
  panelRows,
  type PanelPlace,
  type Plan,
  type Result,
  valueIn,
} from '@fieldchalk/core';
import { computed } from 'vue';
import { circuitLooks } from './look.ts';

/** A panel as it stands in front of you: breakers left and right, handles, numbers to be read at arm's length. Draws only. */
const props = defineProps<{
  plan: Plan;
  result: Result | null;
  panel: string;
  chosen: string | null;
  tripped: ReadonlySet<string>;
}>();
const emit = defineEmits<{
  choose: [circuit: string];
  trip: [circuit: string];
  seat: [circuit: string, space: number, half: 'A' | 'B' | null];
  box: [box: string, circuit: string];
  room: [room: string, circuit: string];
}>();
const looks = computed(() => circuitLooks(props.plan));
const rows = computed(() => panelRows(props.plan, props.panel));
const va = (id: string) => props.result?.circuits[id]?.va ?? 0;
const legs = computed(() => legLoads(props.plan, props.panel, va));
const most = computed(() => Math.max(legs.value.A, legs.value.B, 1));
const limit = (id: string) => entryOf(props.plan.circuits, id).amps * entryOf(props.plan.circuits, id).volts;
const share = (id: string) => Math.min(100, Math.round((va(id) / limit(id)) * 100));
const feederName = (id: string) => entryOf(props.plan.panels, id).name || id;

function begin(circuit: string, event: DragEvent) {
  event.dataTransfer?.setData('text/circuit', circuit);
}
/** A breaker dropped goes to that place; a box or a room dropped on a breaker go on its circuit. */
function drop(place: PanelPlace, circuit: string | null, event: DragEvent) {
  const moved = event.dataTransfer?.getData('text/circuit');
  const box = event.dataTransfer?.getData('text/box');
  const room = event.dataTransfer?.getData('text/room');
  if (moved) emit('seat', moved, place.space, null);
  else if (box && circuit) emit('box', box, circuit);
  else if (room && circuit) emit('room', room, circuit);
}
</script>

<template>
  <div
    class="border-4 border-ink bg-ground p-1"
    role="group"
    :aria-label="`Panel ${entryOf(plan.panels, panel).name || panel}`"
  >
    <div class="mb-1 grid grid-cols-2 gap-2 text-sm">
      <div v-for="leg in ['A', 'B'] as const" :key="leg" :data-leg="leg">
        <span class="font-bold">Leg {{ leg }}</span>
        {{ result ? `${Math.round(legs[leg])} VA` : '…' }}
        <div class="h-1.5 bg-rule">
          <div class="h-full bg-ink" :style="{ width: `${(legs[leg] / most) * 100}%` }" />
        </div>
      </div>
    </div>
    <div
      v-for="([left, right], r) in rows"
      :key="r"
      class="grid grid-cols-2 gap-1"
      :class="r % 2 === 0 ? 'bg-sheet' : 'bg-ground'"
    >
      <template v-for="(place, side) in [left, right]" :key="side">
        <div
          v-if="place"
          class="flex min-h-10 items-stretch gap-1 py-0.5"
          :class="{ 'flex-row-reverse': side === 1 }"
          :data-space="place.space"
          @dragover.prevent
          @drop.prevent="drop(place, place.seats[0]?.kind === 'circuit' ? place.seats[0].id : null, $event)"
        >
          <span
            class="grid w-8 shrink-0 place-items-center text-lg font-bold"
            :class="place.seats.length ? '' : 'text-quiet'"
            >{{ place.space }}</span
          >
          <span
            v-if="place.seats.length === 0"
            class="grid min-w-0 flex-1 place-items-center border border-dashed border-quiet text-xs text-quiet"
            >{{ place.leg }}</span
          >
          <div v-else class="flex min-w-0 flex-1 flex-col gap-0.5">
            <template v-for="s in place.seats" :key="s.id">
              <span
                v-if="s.lower"
                class="grid flex-1 place-items-center border-x-2 border-b-2 border-ink text-xs text-quiet"
                >second pole</span
              >
              <span
                v-else-if="s.kind === 'feeder'"
                class="grid flex-1 place-items-center border-2 border-ink text-sm font-bold"
                >feeds {{ feederName(s.id) }}</span
              >
              <div
                v-else
                class="flex min-h-9 min-w-0 flex-1 cursor-pointer items-stretch border-2"
                :class="[
                  chosen === s.id ? 'border-chalk bg-chalk-soft' : 'border-ink bg-sheet',
                  { 'flex-row-reverse': side === 1 },
                ]"
                :data-breaker="s.id"
                draggable="true"
                @dragstart="begin(s.id, $event)"
                @click="emit('choose', s.id)"
              >
                <button
                  class="w-9 shrink-0 text-[0.65rem] font-bold"
                  :class="tripped.has(s.id) ? 'bg-trouble text-sheet' : 'bg-ink text-sheet'"
                  type="button"
                  :aria-label="`Breaker ${valueIn(looks, s.id).number} ${entryOf(plan.circuits, s.id).name}`"
                  :aria-pressed="!tripped.has(s.id)"
                  @click.stop="emit('trip', s.id)"
                >
                  {{ tripped.has(s.id) ? 'OFF' : entryOf(plan.circuits, s.id).amps }}
                </button>
                <button
                  class="flex min-w-0 flex-1 flex-col justify-center px-1 text-left"
                  type="button"
                  :aria-pressed="chosen === s.id"
                  @click.stop="emit('choose', s.id)"
                >
                  <span
                    class="line-clamp-2 text-[0.8rem] leading-[1.05] font-bold"
                    :class="{ 'line-through': tripped.has(s.id) }"
                    >{{ s.half ?? '' }} {{ entryOf(plan.circuits, s.id).name || 'no name' }}</span
                  >
                  <span class="mt-0.5 h-1.5 bg-rule" :title="`${share(s.id)} % of the breaker`"
                    ><span
                      class="block h-full"
                      :class="share(s.id) > 80 ? 'bg-trouble' : 'bg-quiet'"
                      :style="{ width: `${share(s.id)}%` }"
                  /></span>
                </button>
                <span
                  class="m-1 grid w-6 shrink-0 place-items-center rounded-full text-xs font-bold text-white"
                  :style="{
                    background: valueIn(looks, s.id).fill,
                    border: `2px ${valueIn(looks, s.id).border} var(--sheet)`,
                    outline: '1px solid var(--ink)',
                  }"
                  aria-hidden="true"
                  >{{ valueIn(looks, s.id).number }}</span
                >
              </div>
            </template>
          </div>
        </div>
      </template>
    </div>
  </div>
</template>
