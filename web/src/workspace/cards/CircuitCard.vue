<script setup lang="ts">
import { ampsByGauge, gauges, type Circuit } from '@fieldchalk/core';
import { Paintbrush, Zap, ZapOff } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { circuitLooks, circuitsInOrder, devicesOfRoomFor } from '../circuits/look.ts';
import { boxNumber } from '../names.ts';

/** One circuit: what is on it, how it is fed and protected, and why it is as it is. */
const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosen!.id);
const circuit = computed(() => session.opened.circuits[id.value]);
const result = computed(() => session.result?.circuits[id.value]);
const look = computed(() => circuitLooks(session.opened).get(id.value));
const set = (changes: Partial<Circuit>) => session.edit('setCircuit', { circuit: id.value, changes });
const value = (event: Event) => (event.target as HTMLSelectElement).value;
const boxes = computed(() => selection.boxesInHand());
const ceiling = computed(() =>
  Object.entries(session.result?.ceilings ?? {})
    .filter(([, c]) => c.room === selection.room)
    .map(([b]) => b),
);
const inRoom = computed(() => [...boxes.value, ...ceiling.value]);
const isOn = (box: string) =>
  Object.values(session.opened.devices).some((d) => d.box === box && d.circuit === id.value);
const others = computed(() =>
  circuitsInOrder(session.opened).filter((c) => c !== id.value && !session.opened.circuits[c]!.existing),
);
const protections = { none: 'none', afci: 'AFCI', gfci: 'GFCI', dual: 'AFCI and GFCI' } as const;
/** A larger breaker with the wire it needs, in one step. */
function setAmps(event: Event) {
  const select = event.target as HTMLSelectElement;
  const amps = Number(select.value);
  wanted.value = null;
  if (set({ amps })) return;
  wanted.value = amps;
  select.value = String(circuit.value!.amps);
}
const wanted = ref<number | null>(null);
const wireFor = (amps: number) => gauges.find((g) => ampsByGauge[g] >= amps) ?? 6;
function withWire() {
  const amps = wanted.value!;
  if (set({ amps, gauge: wireFor(amps) })) wanted.value = null;
}
const wholeRoom = () =>
  session.edit('assignDevices', {
    devices: devicesOfRoomFor(session.opened, new Set(inRoom.value), id.value),
    circuit: id.value,
  });
const mates = computed(() => [
  ...new Set(
    Object.values(session.opened.devices)
      .filter((d) => d.circuit === id.value)
      .map((d) => d.box),
  ),
]);
const cut = ref('');
function split() {
  const devices = Object.keys(session.opened.devices).filter(
    (d) => session.opened.devices[d]!.box === cut.value && session.opened.devices[d]!.circuit === id.value,
  );
  session.edit('splitCircuit', { circuit: id.value, devices });
}
</script>

<template>
  <div v-if="circuit" class="mb-4 border-b-2 border-ink pb-3" data-card :data-circuit="id">
    <div class="flex items-center gap-2">
      <span
        class="grid h-9 w-9 shrink-0 place-items-center rounded-full font-bold text-white"
        :style="{
          background: look?.fill,
          border: `3px ${look?.border} var(--sheet)`,
          outline: '1px solid var(--ink)',
        }"
        >{{ look?.number }}</span
      >
      <input
        v-shown="circuit.name"
        class="field font-bold"
        maxlength="200"
        :aria-label="`Name of circuit ${look?.number}`"
        @change="set({ name: value($event) })"
      />
      <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
    </div>
    <p class="mt-1 text-sm text-quiet">
      {{ circuit.existing ? 'existing · ' : '' }}{{ Math.round(result?.va ?? 0) }} VA ·
      {{ result?.outlets ?? 0 }} outlets · drop {{ (result?.dropPercent ?? 0).toFixed(1) }} %
    </p>
    <div class="mt-1 grid grid-cols-3 gap-2">
      <label class="text-sm text-quiet"
        >Breaker<select
          class="field text-base"
          :aria-label="`Breaker of ${circuit.name}`"
          :value="circuit.amps"
          @change="setAmps"
        >
          <option v-for="a in [15, 20, 30, 40, 50]" :key="a" :value="a">{{ a }} A</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Wire<select
          class="field text-base"
          :aria-label="`Wire of ${circuit.name}`"
          :value="circuit.gauge"
          @change="set({ gauge: Number(value($event)) as 14 })"
        >
          <option v-for="g in gauges" :key="g" :value="g">{{ g }} AWG</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Poles<select
          class="field text-base"
          :value="circuit.poles"
          @change="set({ poles: Number(value($event)) as 1, volts: value($event) === '2' ? 240 : 120 })"
        >
          <option :value="1">one, 120 V</option>
          <option :value="2">two, 240 V</option>
        </select></label
      >
    </div>
    <button v-if="wanted" class="key mt-1" type="button" @click="withWire">
      {{ wanted }} A on {{ wireFor(wanted) }} AWG, breaker and wire together
    </button>
    <div class="mt-1 grid grid-cols-2 gap-2">
      <label class="text-sm text-quiet"
        >Protection<select
          class="field text-base"
          :aria-label="`Protection of ${circuit.name}`"
          :value="circuit.protection"
          @change="set({ protection: value($event) as 'none' })"
        >
          <option v-for="(says, p) in protections" :key="p" :value="p">{{ says }}</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Protected at<select
          class="field text-base"
          :value="circuit.protectAt"
          @change="set({ protectAt: value($event) as 'breaker' })"
        >
          <option value="breaker">the breaker</option>
          <option value="first-device">the first outlet</option>
        </select></label
      >
    </div>
    <div class="mt-2 flex flex-wrap gap-1">
      <button
        class="key"
        type="button"
        :aria-pressed="selection.painting === id"
        :class="{ 'key-main': selection.painting === id }"
        @click="selection.paintWith(selection.painting === id ? null : id)"
      >
        <Paintbrush :size="16" /> {{ selection.painting === id ? 'Pressing assigns' : 'Assign by pressing' }}
      </button>
      <button class="key" type="button" :aria-pressed="selection.tripped.has(id)" @click="selection.trip(id)">
        <component :is="selection.tripped.has(id) ? ZapOff : Zap" :size="16" />
        {{ selection.tripped.has(id) ? 'Off on screen' : 'What goes dark' }}
      </button>
      <button
        class="key"
        type="button"
        :aria-pressed="circuit.pinned"
        @click="set({ pinned: !circuit.pinned })"
      >
        {{ circuit.pinned ? 'Pinned' : 'Pin' }}
      </button>
      <button
        class="key"
        type="button"
        @click="session.edit('removeCircuit', { circuit: id }) && selection.choose(null)"
      >
        Remove
      </button>
    </div>
    <label class="mt-1 flex items-center gap-2 text-sm"
      ><input
        type="checkbox"
        class="h-5 w-5"
        :checked="circuit.motor"
        @change="set({ motor: ($event.target as HTMLInputElement).checked })"
      />a motor or air conditioner: its breaker may be larger, NEC 240.4(G)</label
    >
    <details v-if="circuit.reason" class="mt-1">
      <summary class="row cursor-pointer">Why it is as it is</summary>
      <p class="text-sm">{{ circuit.reason }}</p>
    </details>
    <h3 class="heading">Boxes of {{ session.opened.rooms[selection.room ?? '']?.name ?? 'this room' }}</h3>
    <div class="flex flex-wrap gap-1" role="group" :aria-label="`Boxes on ${circuit.name}`">
      <button
        v-for="b in inRoom"
        :key="b"
        type="button"
        class="key min-w-10 justify-center px-2!"
        :class="{ 'key-main': isOn(b) }"
        :aria-pressed="isOn(b)"
        draggable="true"
        @dragstart="$event.dataTransfer?.setData('text/boxes', b)"
        @click="session.edit('assignBoxes', { boxes: [b], circuit: isOn(b) ? null : id })"
      >
        {{ boxNumber(b) }}
      </button>
      <button
        class="key"
        type="button"
        draggable="true"
        @dragstart="$event.dataTransfer?.setData('text/boxes', `room ${selection.room}`)"
        @click="wholeRoom"
      >
        whole room
      </button>
    </div>
    <details class="mt-1">
      <summary class="row cursor-pointer">Split or join</summary>
      <div class="mt-1 flex gap-1">
        <select v-model="cut" class="field" aria-label="Box that goes on a circuit of its own">
          <option value="">box…</option>
          <option v-for="b in mates" :key="b" :value="b">box {{ boxNumber(b) }}</option>
        </select>
        <button class="key" type="button" :disabled="cut === ''" @click="split">Split off</button>
      </div>
      <select
        class="field mt-1"
        value=""
        aria-label="Join to another circuit"
        @change="session.edit('mergeCircuits', { from: id, into: value($event) }) && selection.choose(null)"
      >
        <option value="">join to…</option>
        <option v-for="c in others" :key="c" :value="c">{{ session.opened.circuits[c]!.name }}</option>
      </select>
    </details>
  </div>
</template>
