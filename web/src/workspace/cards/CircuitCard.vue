<script setup lang="ts">
import CheckField from '../../fields/CheckField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import TextField from '../../fields/TextField.vue';
import {
  boxesOfRoom,
  boxNumber,
  type Circuit,
  devicesSuiting,
  entryOf,
  gauges,
  wireFor,
  ruleBook,
} from '@fieldchalk/core';
import { Paintbrush, Zap, ZapOff } from '@lucide/vue';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { circuitLooks, circuitsInOrder } from '../circuits/look.ts';

/** One circuit: what is on it, how it is fed and protected, and why it is as it is. */
const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosenId);
const circuit = computed(() => session.opened.circuits[id.value]);
const result = computed(() => session.result?.circuits[session.drawnId(id.value)]);
const DropChart = defineAsyncComponent(() => import('../circuits/DropChart.vue'));
const dropsOpen = ref(false);
const drops = computed(() => (result.value?.drops ?? []).map((d) => ({ ...d, name: boxNumber(d.box) })));
const dropLimit = computed(() => ruleBook(session.opened.rules.values)('circuit.dropPercent'));
const look = computed(() => circuitLooks(session.opened).get(id.value));
const set = (changes: Partial<Circuit>) => session.edit('setCircuit', { circuit: id.value, changes });
const inRoom = computed(() => boxesOfRoom(session.opened, selection.room ?? ''));
const isOn = (box: string) =>
  Object.values(session.opened.devices).some((d) => d.box === box && d.circuit === id.value);
const others = computed(() =>
  circuitsInOrder(session.opened).filter((c) => c !== id.value && !session.opened.circuits[c]?.existing),
);
const protections = [
  { value: 'none', says: 'none' },
  { value: 'afci', says: 'AFCI' },
  { value: 'gfci', says: 'GFCI' },
  { value: 'dual', says: 'AFCI and GFCI' },
] as const;
const poles = [
  { value: 1, says: 'one, 120 V' },
  { value: 2, says: 'two, 240 V' },
] as const;
const nameOf = (other: string) => session.opened.circuits[other]?.name ?? '';
/** A larger breaker with the wire it needs, in one step. */
function setAmps(amps: number) {
  wanted.value = set({ amps }) ? null : amps;
}
const wanted = ref<number | null>(null);
function withWire() {
  const amps = wanted.value;
  if (amps === null) return;
  if (set({ amps, gauge: wireFor(amps) })) wanted.value = null;
}
const wholeRoom = () =>
  session.edit('assignDevices', {
    devices: devicesSuiting(session.opened, selection.room ?? '', id.value),
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
    (d) =>
      entryOf(session.opened.devices, d).box === cut.value &&
      entryOf(session.opened.devices, d).circuit === id.value,
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
      <TextField
        class="font-bold"
        :label="`Name of circuit ${look?.number}`"
        hide-label
        :model-value="circuit.name"
        @update:model-value="(v) => set({ name: v })"
      />
      <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
    </div>
    <p class="mt-1 text-sm text-quiet">
      {{ circuit.existing ? 'existing · ' : '' }}{{ Math.round(result?.va ?? 0) }} VA ·
      {{ result?.outlets ?? 0 }} {{ result?.outlets === 1 ? 'outlet' : 'outlets' }} · drop
      {{ (result?.dropPercent ?? 0).toFixed(1) }} %
    </p>
    <details
      v-if="drops.length > 0"
      class="mt-1"
      @toggle="dropsOpen = ($event.target as HTMLDetailsElement).open"
    >
      <summary class="row cursor-pointer">
        <span>Voltage drop along it</span><b>{{ (result?.dropPercent ?? 0).toFixed(1) }} %</b>
      </summary>
      <DropChart v-if="dropsOpen" :drops="drops" :limit="dropLimit" />
    </details>
    <button
      v-if="result?.heavier"
      class="key mt-1 w-full justify-center"
      type="button"
      @click="set({ gauge: result.heavier.gauge })"
    >
      {{ result.heavier.gauge }} AWG loses {{ result.heavier.percent.toFixed(1) }} %{{
        result.heavier.cents > 0 ? `, $${(result.heavier.cents / 100).toFixed(0)} more cable` : ''
      }}
    </button>
    <div class="mt-1 grid grid-cols-3 gap-2">
      <ChoiceField
        label="Breaker"
        :aria-label="`Breaker of ${circuit.name}`"
        :model-value="circuit.amps"
        :options="[15, 20, 30, 40, 50].map((a) => ({ value: a, says: `${a} A` }))"
        @update:model-value="setAmps"
      />
      <ChoiceField
        label="Wire"
        :aria-label="`Wire of ${circuit.name}`"
        :model-value="circuit.gauge"
        :options="gauges.map((g) => ({ value: g, says: `${g} AWG` }))"
        @update:model-value="(gauge) => set({ gauge })"
      />
      <ChoiceField
        label="Poles"
        :model-value="circuit.poles"
        :options="poles"
        @update:model-value="(n) => set({ poles: n, volts: n === 2 ? 240 : 120 })"
      />
    </div>
    <button v-if="wanted" class="key mt-1" type="button" @click="withWire">
      {{ wanted }} A on {{ wireFor(wanted) }} AWG, breaker and wire together
    </button>
    <div class="mt-1 grid grid-cols-2 gap-2">
      <ChoiceField
        label="Protection"
        :aria-label="`Protection of ${circuit.name}`"
        :model-value="circuit.protection"
        :options="protections"
        @update:model-value="(protection) => set({ protection })"
      />
      <ChoiceField
        label="Protected at"
        :model-value="circuit.protectAt"
        :options="[
          { value: 'breaker', says: 'the breaker' },
          { value: 'first-device', says: 'the first outlet' },
        ]"
        @update:model-value="(v) => set({ protectAt: v })"
      />
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
        {{ circuit.pinned ? 'Pinned: let it go' : 'Pin it as it is' }}
      </button>
      <button
        class="key"
        type="button"
        @click="session.edit('removeCircuit', { circuit: id }) && selection.choose(null)"
      >
        Remove
      </button>
    </div>
    <CheckField
      class="mt-1 text-sm"
      label="a motor or air conditioner: its breaker may be larger, NEC 240.4(G)"
      :model-value="circuit.motor"
      @update:model-value="(motor) => set({ motor })"
    />
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
        @dragstart="$event.dataTransfer?.setData('text/box', b)"
        @click="session.edit('assignBoxes', { boxes: [b], circuit: isOn(b) ? null : id })"
      >
        {{ boxNumber(b) }}
      </button>
      <button
        class="key"
        type="button"
        draggable="true"
        @dragstart="$event.dataTransfer?.setData('text/room', selection.room ?? '')"
        @click="wholeRoom"
      >
        whole room
      </button>
    </div>
    <details class="mt-1">
      <summary class="row cursor-pointer">Split or join</summary>
      <div class="mt-1 flex gap-1">
        <ChoiceField
          v-model="cut"
          label="Box that goes on a circuit of its own"
          hide-label
          :options="[
            { value: '', says: 'box…' },
            ...mates.map((b) => ({ value: b, says: `box ${boxNumber(b)}` })),
          ]"
        />
        <button class="key" type="button" :disabled="cut === ''" @click="split">Split off</button>
      </div>
      <ChoiceField
        class="mt-1"
        label="Join to another circuit"
        hide-label
        model-value=""
        :options="[{ value: '', says: 'join to…' }, ...others.map((c) => ({ value: c, says: nameOf(c) }))]"
        @update:model-value="
          (into) => session.edit('mergeCircuits', { from: id, into }) && selection.choose(null)
        "
      />
    </details>
  </div>
</template>
